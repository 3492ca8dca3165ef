import { showRounded, unitOf, type Quantity, type UnitSystem } from './units/quantity';

/** A figure inside a sentence: what it measures, stored metric, and to how many digits it is said there; null is as it stands. */
export type Figure = { value: number; quantity: Quantity; digits: number | null };

/** A sentence apart from its units: words and figures in turn. Words alone are a plain text. */
export type Wording = string | readonly (string | Figure)[];

const figure =
  (quantity: Quantity) =>
  (value: number, digits: number | null = null): Figure => ({ value, quantity, digits });
export const inMm = figure('length');
export const inKg = figure('mass');
export const inKpa = figure('pressure');
export const inKmh = figure('speed');
export const inNm = figure('torque');
export const inKm = figure('distance');

type Part = Wording | number | Figure;
const isFigure = (part: unknown): part is Figure =>
  typeof part === 'object' && part !== null && 'quantity' in part;

/** A sentence with figures in it: say`carries ${inKg(900)} of ${inKg(1200)}`. Other wordings are taken in as they are. */
export function say(texts: TemplateStringsArray, ...parts: readonly Part[]): Wording {
  const all: (string | Figure)[] = [];
  const add = (part: Part): void => {
    if (typeof part === 'number') all.push(String(part));
    else if (typeof part === 'string' || isFigure(part)) all.push(part);
    else all.push(...part);
  };
  texts.forEach((text, i) => {
    if (text !== '') all.push(text);
    const part = parts[i];
    if (part !== undefined) add(part);
  });
  return all.every((one) => typeof one === 'string') ? all.join('') : all;
}

/** A figure as it is read: metric to its digits, in inches and pounds as a tape and a scale show it. */
export function figureText({ value, quantity, digits }: Figure, units: UnitSystem): string {
  if (units !== 'metric') return showRounded(value, quantity, units);
  const unit = unitOf(quantity, units);
  const shown = digits === null ? String(value) : value.toFixed(digits);
  return unit === '°' ? `${shown}°` : `${shown} ${unit}`;
}

/** The sentence in the units of whoever reads it. */
export function wordingText(wording: Wording, units: UnitSystem): string {
  return typeof wording === 'string'
    ? wording
    : wording.map((part) => (typeof part === 'string' ? part : figureText(part, units))).join('');
}

type Told<T> = T extends Wording
  ? string
  : T extends readonly (infer E)[]
    ? Told<E>[]
    : T extends object
      ? {
          [K in keyof T]: K extends 'message' | 'hiddenBySum'
            ? string | Extract<T[K], undefined>
            : Told<T[K]>;
        }
      : T;

/** What an answer says with every sentence in one system of units: the form in which it leaves for a file or another program. */
export function told<T>(value: T, units: UnitSystem = 'metric'): Told<T> {
  const walk = (one: unknown, key: string): unknown => {
    if (key === 'message' || key === 'hiddenBySum') return wordingText(one as Wording, units);
    if (Array.isArray(one)) return one.map((inner) => walk(inner, ''));
    if (typeof one !== 'object' || one === null || ArrayBuffer.isView(one)) return one;
    return Object.fromEntries(Object.entries(one).map(([name, inner]) => [name, walk(inner, name)]));
  };
  return walk(value, '') as Told<T>;
}

const UNITS: Readonly<Record<string, Quantity>> = {
  mm: 'length',
  kg: 'mass',
  kPa: 'pressure',
  'km/h': 'speed',
  km: 'distance',
  'N·m': 'torque',
};
const NUMBER = String.raw`[-−]?\d+(?:\.\d+)?`;
const UNIT = String.raw`(mm|kg|kPa|km\/h|km|N·m)(?![\w/])`;
/** `give 5 to 300 mm`, `more than 0 and at most 40 kg`: two figures of one unit. */
const RANGE = new RegExp(String.raw`(${NUMBER})( to | and at most )(${NUMBER}) ${UNIT}`, 'g');
const ONE = new RegExp(String.raw`(${NUMBER}) ${UNIT}`, 'g');
/** What was typed, quoted bare before the range it falls out of. */
const QUOTED = new RegExp(String.raw`^(${NUMBER})(?= is out of range; .*?${UNIT})`);

/**
 * A refusal in the units of whoever reads it. Schemas word what they refuse in the units of the file, for files and
 * programs; a person who reads inches gets the same sentence with its figures in theirs.
 */
export function refusalText(text: string, units: UnitSystem): string {
  return units === 'metric' ? text : wordingText(withFigures(text), units);
}

function withFigures(text: string): Wording {
  const withUnit = text
    .replace(QUOTED, (_, value: string, unit: string) => `${value} ${unit}`)
    .replace(RANGE, (_, low: string, between: string, high: string, unit: string) =>
      [low, unit].join(' ').concat(between, high, ' ', unit),
    );
  const parts: (string | Figure)[] = [];
  let from = 0;
  for (const found of withUnit.matchAll(ONE)) {
    const [whole, value = '', unit = ''] = found;
    if (found.index > from) parts.push(withUnit.slice(from, found.index));
    parts.push({ value: Number(value.replace('−', '-')), quantity: UNITS[unit] ?? 'plain', digits: null });
    from = found.index + whole.length;
  }
  if (from < withUnit.length) parts.push(withUnit.slice(from));
  return parts.every((one) => typeof one === 'string') ? text : parts;
}
