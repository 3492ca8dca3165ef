import { and, ilike, or, type Column, type SQL } from 'drizzle-orm';

/** Some of the rows that a list has, and how many it has in all. */
export type Page<T> = { count: number; rows: T[] };

/** The words of what somebody types into a search; more than a few narrow nothing down any further. */
export const typedWords = (typed: string): string[] => typed.split(/\s+/).filter(Boolean).slice(0, 8);

/** A pattern that a text fits which has the word anywhere in it. */
const anywhere = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** Every word stands in one of some columns, or in what `also` looks through, whatever the capitals. */
export const everyWordIn = (
  words: readonly string[],
  columns: readonly Column[],
  also: (pattern: string) => (SQL | undefined)[] = () => [],
): SQL | undefined =>
  and(
    ...words.map((word) => {
      const pattern = anywhere(word);
      return or(...columns.map((column) => ilike(column, pattern)), ...also(pattern));
    }),
  );
