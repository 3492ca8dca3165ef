import type { Where } from '../format/where';

/** Somebody who is on the same job now. */
export type Whereabouts = Omit<Where, 'leaf'> & { person: string; leaf: string };

/** A page says that it is still there this often; what was not heard of for longer than that twice over is gone, s. */
export const STILL_HERE_S = 20;
export const GONE_S = 45;

const letters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** The letters that stand for somebody where there is no room: of the first name and the last. */
export function initialsOf(name: string): string {
  const parts = name.split(/\s+/).filter(Boolean);
  const ends = parts.length > 1 ? [parts[0], parts.at(-1)] : parts;
  return ends
    .map((part = '') => letters.segment(part)[Symbol.iterator]().next().value?.segment ?? '')
    .join('')
    .toUpperCase();
}
