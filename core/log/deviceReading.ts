import type { ReadingSource } from '../format/readingSource';

/** The readings with new ones in place of those for the same places. */
export function withReadings(
  all: readonly ReadingSource[] | undefined,
  taken: readonly ReadingSource[],
): ReadingSource[] {
  const replaced = new Set(taken.map(({ path }) => path));
  return [...(all ?? []).filter(({ path }) => !replaced.has(path)), ...taken];
}
