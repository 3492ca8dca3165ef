import type { Read } from './length';

const number = (text: string): number =>
  /^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : NaN;

/** Numbers with spaces or semicolons between them: `4.31 2.33 1.44`. Nothing typed is an empty list. */
export function readList(text: string): Read<number[]> {
  const parts = text.split(/[\s;]+/).filter((part) => part !== '');
  const bad = parts.find((part) => Number.isNaN(number(part)));
  return bad === undefined
    ? { ok: true, value: parts.map(number) }
    : { ok: false, message: `"${bad}" is not a number; write 4.31 2.33 1.44` };
}

/** Pairs of numbers with a colon inside and spaces between: `1000:210 2200:400`. */
export function readPairs(text: string): Read<[number, number][]> {
  const parts = text.split(/[\s;]+/).filter((part) => part !== '');
  const pairs = parts.map((part): [number, number] => {
    const [a = '', b = '', ...more] = part.split(':');
    return more.length > 0 ? [NaN, NaN] : [number(a), number(b)];
  });
  const bad = pairs.findIndex((pair) => pair.some(Number.isNaN));
  return bad < 0
    ? { ok: true, value: pairs }
    : { ok: false, message: `"${parts[bad] ?? ''}" is not a pair; write 1000:210 2200:400` };
}

export const showList = (values: readonly number[]): string => values.join(' ');
export const showPairs = (pairs: readonly (readonly [number, number])[]): string =>
  pairs.map((pair) => pair.join(':')).join(' ');
