import type { Fault } from './fields';

/** Half a character that takes two, or the character NUL: no text that a person means, and no database keeps it. */
const BROKEN = /[\0\uD800-\uDFFF]/u;
/** Deeper than any document of ours, and less than what a reader that calls itself can bear. */
const DEEPEST = 64;
const MOST_FAULTS = 20;

export const isPlainText = (text: string): boolean => !BROKEN.test(text);

/**
 * What of a parsed document can be kept by nobody, by path: texts and keys that hold broken characters, and nesting without
 * end. Looks into `x-…` keys too, which no schema does. Empty where there is nothing.
 */
export function unkeepable(document: unknown): Fault[] {
  const faults: Fault[] = [];
  const left: { value: unknown; path: readonly string[] }[] = [{ value: document, path: [] }];
  for (let next = left.pop(); next && faults.length < MOST_FAULTS; next = left.pop()) {
    const { value, path } = next;
    if (typeof value === 'string') {
      if (!isPlainText(value))
        faults.push({
          path: path.join('.'),
          message: 'holds half a character or a NUL; type the text again',
        });
    } else if (typeof value === 'object' && value !== null) {
      if (path.length >= DEEPEST) {
        faults.push({
          path: path.slice(0, 4).join('.'),
          message: `is nested deeper than ${DEEPEST} levels; nothing here is`,
        });
        break;
      }
      for (const [key, inner] of Object.entries(value).reverse()) {
        if (isPlainText(key)) left.push({ value: inner, path: [...path, key] });
        else
          faults.push({
            path: path.join('.'),
            message: 'has a key that holds half a character or a NUL; write it again',
          });
      }
    }
  }
  return faults;
}
