import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

/** Tries until somebody comes upon it, as a power of ten and estimated: below this zxcvbn itself calls a password guessable. */
const SOON_TRIED_LOG10 = 8;
/** What stands behind these makes it no easier; long texts take long to look through. */
const LOOKED_AT = 64;

let checker: ZxcvbnFactory | undefined;

/**
 * Whether a password is among those that are tried first: one that leaked with many others, a row of keys, a repetition or a date,
 * or little more than that. Looked up in lists that ship with the application; nothing is asked elsewhere.
 */
export function isSoonTried(password: string): boolean {
  checker ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  return checker.check(password.slice(0, LOOKED_AT)).guessesLog10 < SOON_TRIED_LOG10;
}
