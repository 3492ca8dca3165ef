import { rgb } from 'pdf-lib';

/** Paper in points (1/72 in): ISO 216 A4 and US Letter. */
export const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const;
export type Paper = keyof typeof PAPERS;

export const PAPER_NAMES = ['a4', 'letter'] as const satisfies readonly Paper[];

/** What is read, and what stands beside it. */
export const INK = rgb(0.13, 0.14, 0.16);
export const QUIET = rgb(0.4, 0.41, 0.43);
