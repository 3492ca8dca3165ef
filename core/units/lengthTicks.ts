import { show, unitSize, type UnitSystem } from './quantity';

/** Steps that a tape in inches has marks for; from the last on, doubled. */
const INCH_STEPS = [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 4, 8, 16] as const;

/** A round step: 1, 2 or 5 of a power of ten in millimetres, a binary part or multiple in inches. */
function stepFor(span: number, steps: number, units: UnitSystem): number {
  const least = span / steps;
  if (units === 'inch') return INCH_STEPS.find((step) => step >= least) ?? Math.ceil(least / 16) * 16;
  const power = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((one) => one * power).find((step) => step >= least * (1 - 1e-9)) ?? 10 * power;
}

export type LengthTick = {
  /** In the shown unit: mm, or inches. */
  at: number;
  words: string;
};

/**
 * Marks of a length axis between two ends in mm, at most about `steps` of them, in whole millimetres or in inches as a tape
 * reads: never a decimal of an inch. Empty where there is no span.
 */
export function lengthTicks(fromMm: number, toMm: number, steps: number, units: UnitSystem): LengthTick[] {
  const per = unitSize('length', units);
  const [from, to] = [fromMm / per, toMm / per];
  if (!(to > from)) return [];
  const step = Math.max(stepFor(to - from, steps, units), units === 'metric' ? 1 : 0);
  const first = Math.ceil(from / step - 1e-9);
  const count = Math.floor(to / step + 1e-9) - first + 1;
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const at = (first + i) * step;
    return { at, words: show(at * per, 'length', units) };
  });
}
