import type { Found } from './found';

/** How far two packages may be apart and still be the same to whoever drives on them: less than what a tape, a scale or a day's prices say. */
const ALIKE = {
  diameterMm: 3,
  widthMm: 6,
  sidewallMm: 3,
  leastMm: 1,
  lockKept: 0.01,
  massKg: 1,
  reserve: 0.03,
} as const;
const ALIKE_COST_SHARE = 0.02;

const within = (a: number | null, b: number | null, by: number): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) <= by;

/** Whether two packages differ in nothing that matters: the same lift, ratio, spacer, grade and cutting, and figures as near as makes no difference. */
export function isAlike(a: Found, b: Found): boolean {
  return (
    a.lift === b.lift &&
    a.ratio === b.ratio &&
    a.spacer === b.spacer &&
    a.grade === b.grade &&
    a.cutRank === b.cutRank &&
    (Object.keys(ALIKE) as (keyof typeof ALIKE)[]).every((key) => within(a[key], b[key], ALIKE[key])) &&
    within(a.cost, b.cost, ALIKE_COST_SHARE * Math.max(a.cost ?? 0, b.cost ?? 0))
  );
}

/** One line for packages that are alike: the best of them, and its variants in the order in which they stand. */
export type Line<F> = { head: F; variants: F[] };

/** A list as lines, in its order: each package joins the first line whose head it is like. */
export function linesOf<F extends Found>(list: readonly F[]): Line<F>[] {
  const lines: Line<F>[] = [];
  for (const one of list) {
    const line = lines.find(({ head }) => isAlike(head, one));
    if (line) line.variants.push(one);
    else lines.push({ head: one, variants: [] });
  }
  return lines;
}
