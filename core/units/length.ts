import type { Result } from '../result';

export const MM_PER_INCH = 25.4;

/** Nearest sixteenth of an inch to a length in mm, as a whole number of sixteenths. */
export function sixteenths(mm: number): number {
  return Math.round((mm / MM_PER_INCH) * 16);
}

/**
 * A length in mm as a tape reads it: `14 3/8 in`, `-1/16 in`, `0 in`.
 * Rounded to the nearest sixteenth; the fraction is reduced.
 */
export function tapeInches(mm: number): string {
  const total = sixteenths(mm);
  const sign = total < 0 ? '-' : '';
  const whole = Math.floor(Math.abs(total) / 16);
  let over = Math.abs(total) % 16;
  let under = 16;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  if (over === 0) return `${sign}${whole} in`;
  return whole === 0 ? `${sign}${over}/${under} in` : `${sign}${whole} ${over}/${under} in`;
}

/** A value that was read, or the fault and its cure in words. */
export type Read<T> = Result<T, { message: string }>;

const NUMBER = String.raw`\d+(?:[.,]\d+)?|[.,]\d+`;
const MIXED = new RegExp(
  String.raw`^([+-])?\s*(?:(?:(${NUMBER})(?:\s+|-))?(\d+)\s*/\s*(\d+)|(${NUMBER}))\s*(mm|cm|in|inch|inches|"|″|'')?$`,
  'i',
);

/**
 * A length as it is typed at a bench, in mm: `365`, `14 3/8`, `14-3/8"`, `36.5 cm`, `.5 in`.
 * A bare number is in `unit`; a fraction without a unit is in inches, since a mm tape has none.
 */
export function readLength(text: string, unit: 'mm' | 'in'): Read<number> {
  const found = MIXED.exec(text.trim().replace('−', '-'));
  if (!found) return { ok: false, message: `"${text}" is not a length; write 365 or 14 3/8 in` };
  const [, sign, whole, over, under, plain, named] = found;
  const number = (part: string | undefined): number =>
    part === undefined ? 0 : Number(part.replace(',', '.'));
  let size: number;
  if (over !== undefined && under !== undefined) {
    if (Number(under) === 0) return { ok: false, message: `"${text}" divides by zero; write 14 3/8` };
    size = number(whole) + Number(over) / Number(under);
  } else {
    size = number(plain);
  }
  const said = named?.toLowerCase() ?? (over !== undefined ? 'in' : unit);
  const scale = said === 'mm' ? 1 : said === 'cm' ? 10 : MM_PER_INCH;
  return { ok: true, value: (sign === '-' ? -1 : 1) * size * scale };
}
