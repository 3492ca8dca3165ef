import { rgb } from 'pdf-lib';

/** Paper in points (1/72 in): ISO 216 A4 and US Letter. */
export const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const;
export type Paper = keyof typeof PAPERS;

/** The paper that was asked for; A4 where it is none of them. */
export const paperNamed = (asked: string | null): Paper =>
  asked !== null && asked in PAPERS ? (asked as Paper) : 'a4';

/** What is read, and what stands beside it. */
export const INK = rgb(0.13, 0.14, 0.16);
export const QUIET = rgb(0.4, 0.41, 0.43);
