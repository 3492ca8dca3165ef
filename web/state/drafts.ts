import type { Json } from '../../core/history/diff';

/** What was typed and not yet stored, kept on this device until it is. */
export type Draft = { version: number; base: Json; document: Json };

const key = (subject: string, id: number): string => `vexlo:draft:${subject}:${id}`;

/** Storage can be full or shut off; then drafts last as long as the page, and saving goes on as ever. */
function quietly<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch {
    return undefined;
  }
}

/** Whoever ticked signs for it: work that waits on a device that several share waits for the same person. */
export const workSubject = (): string =>
  `work-${quietly(() => document.documentElement.dataset['person']) ?? 0}`;

export function readDraft(subject: string, id: number): Draft | undefined {
  const text = quietly(() => localStorage.getItem(key(subject, id)));
  return text ? quietly(() => JSON.parse(text) as Draft) : undefined;
}

/** The ids of all that is kept of a subject. */
export function draftsOf(subject: string): number[] {
  const before = key(subject, 0).slice(0, -1);
  const keys = quietly(() => Object.keys(localStorage)) ?? [];
  return keys.filter((one) => one.startsWith(before)).map((one) => Number(one.slice(before.length)));
}

export function keepDraft(subject: string, id: number, draft: Draft): void {
  quietly(() => localStorage.setItem(key(subject, id), JSON.stringify(draft)));
}

export function dropDraft(subject: string, id: number): void {
  quietly(() => localStorage.removeItem(key(subject, id)));
}
