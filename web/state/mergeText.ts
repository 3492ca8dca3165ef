import { diff3Merge } from 'node-diff3';
import type { Change } from '../../core/history/diff';

/** Words and what stands between them. */
const tokens = (text: string): string[] => text.split(/(\s+)/).filter((token) => token !== '');

/**
 * One text out of two that were made from the same one at the same moment: nothing that either wrote is lost. Where both wrote in the
 * same place, theirs stands first and mine behind it; where one only wrote on, it is that.
 */
export function mergeText(base: string, theirs: string, mine: string): string {
  const merged = diff3Merge(tokens(mine), tokens(base), tokens(theirs), { excludeFalseConflicts: true });
  return merged
    .map(({ ok, conflict }) => {
      if (!conflict) return (ok ?? []).join('');
      const [first, second] = [conflict.b.join(''), conflict.a.join('')];
      if (second.startsWith(first)) return second;
      if (first.startsWith(second)) return first;
      return /\s$/.test(first) || /^\s/.test(second) ? first + second : `${first} ${second}`;
    })
    .join('');
}

/** The longest name that a document keeps. */
const MOST = 120;

/** What people write in their own words: everything else in a document is picked, measured or computed, and is not to be mixed. */
const isWritten = (path: string): boolean => path.endsWith('/label');

/**
 * My change of a text that somebody else changed at the same moment, made on theirs; null where it is no text, or what comes of both is
 * longer than such a text may be.
 */
export function mergedChange(mine: Change, theirs: unknown): Change | null {
  const { path, from = '', to } = mine;
  if (!isWritten(path) || typeof from !== 'string' || typeof to !== 'string' || typeof theirs !== 'string')
    return null;
  const merged = mergeText(from, theirs, to);
  return merged.length > MOST ? null : { path, from: theirs, to: merged };
}
