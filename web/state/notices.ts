import type { ExternalToast } from 'sonner';

type Tell = (words: string, options?: ExternalToast) => void;
let tell: Tell | null = null;
const waiting: Parameters<Tell>[] = [];

/** Says something in passing. What is said before the page can show it is shown when it can. */
export const toast: Tell = (...said) => (tell ? tell(...said) : void waiting.push(said));

/** From now on it is shown by this. */
export function tellBy(by: Tell): void {
  tell = by;
  for (const said of waiting.splice(0)) by(...said);
}
