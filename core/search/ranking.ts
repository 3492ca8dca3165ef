import type { Build } from '../format/build';
import { tireSize } from '../tire/size';
import type { Found } from './found';
import type { Wishes } from '../format/searchLimits';

/** What packages are better by, each so that more is better. What is not known counts as the worst. */
const MERITS = {
  diameter: ({ diameterMm }: Found) => diameterMm,
  clearance: ({ leastMm }: Found) => leastMm,
  lock: ({ lockKept }: Found) => lockKept,
  cost: ({ cost }: Found) => (cost === null ? -Infinity : -cost),
  mass: ({ massKg }: Found) => (massKg === null ? -Infinity : -massKg),
  sidewall: ({ sidewallMm }: Found) => sidewallMm,
  uncut: ({ cutRank }: Found) => -cutRank,
  lift: ({ liftMm }: Found) => -liftMm,
  reserve: ({ reserve }: Found) => reserve ?? -Infinity,
} as const;
export type Merit = keyof typeof MERITS;
export const MERIT_WORDS: Record<Merit, string> = {
  diameter: 'the largest tire',
  clearance: 'most room around it',
  lock: 'keeps most lock',
  cost: 'costs least',
  mass: 'lightest',
  sidewall: 'most sidewall to air down',
  uncut: 'asks for the least cutting',
  lift: 'stands lowest',
  reserve: 'carries most beyond its load',
};

/** The merits that a package is dominated by: as good in all of them, and better in one. */
const FRONT: readonly Merit[] = ['diameter', 'lock', 'cost', 'mass', 'uncut'];

/** Whether a is at least as good as b in everything, and better in something. */
export function dominates(a: Found, b: Found, merits: readonly Merit[] = FRONT): boolean {
  let better = false;
  for (const merit of merits) {
    const [x, y] = [MERITS[merit](a), MERITS[merit](b)];
    if (x < y) return false;
    if (x > y) better = true;
  }
  return better;
}

/**
 * The packages that no other dominates, in no order that matters. Of equals the first stays. Sorted by the merits in turn, so
 * that only what came before can dominate: with a front of f among n it takes n·f comparisons, of numbers that lie flat.
 */
export function frontOf(found: readonly Found[], merits: readonly Merit[] = FRONT): Found[] {
  const width = merits.length;
  const flat = new Float64Array(found.length * width);
  found.forEach((one, i) => merits.forEach((merit, k) => (flat[i * width + k] = MERITS[merit](one))));
  const order = Array.from({ length: found.length }, (_, i) => i).sort((i, j) => {
    for (let k = 0; k < width; k++) {
      const [x, y] = [flat[i * width + k]!, flat[j * width + k]!];
      if (x !== y) return x > y ? -1 : 1;
    }
    return i - j;
  });
  const front = new Float64Array(found.length * width);
  const kept: Found[] = [];
  for (const i of order) {
    let beaten = false;
    for (let f = 0; f < kept.length && !beaten; f++) {
      beaten = true;
      for (let k = 0; k < width && beaten; k++) beaten = front[f * width + k]! >= flat[i * width + k]!;
    }
    if (beaten) continue;
    front.set(flat.subarray(i * width, (i + 1) * width), kept.length * width);
    kept.push(found[i]!);
  }
  return kept;
}

/** What a step of each thing is worth against the others, so that their weights can be compared: mm, shares, money, kg. */
const STEP = { diameterMm: 60, lock: 0.25, costShare: 0.5, massKg: 12, sidewallMm: 30, cut: 2 } as const;

/** How good a package is by what matters, about 0 for one like the vehicle as it is; comparable within one search only. */
export function scorer(
  { vehicle, package: now }: Build,
  found: readonly Found[],
  wishes: Wishes,
): (one: Found) => number {
  const stock = tireSize(vehicle.stock.tire, vehicle.stock.wheel.widthIn);
  const costs = found.flatMap(({ cost }) => (cost === null ? [] : [cost])).sort((a, b) => a - b);
  const usual = costs[costs.length >> 1] || 1;
  const dearest = costs.at(-1) ?? usual;
  const massNow = (now.tire.massKg ?? 0) + now.wheel.massKg;
  return ({ diameterMm, lockKept, cost, massKg, sidewallMm, cutRank }) =>
    (wishes.clearance * (diameterMm - stock.overallDiameterMm)) / STEP.diameterMm +
    (wishes.lock * (lockKept - 1)) / STEP.lock -
    (wishes.cost * (cost ?? dearest)) / usual / STEP.costShare / 2 -
    (wishes.mass * ((massKg ?? massNow) - massNow)) / STEP.massKg +
    (wishes.sidewall * (sidewallMm - stock.sectionHeightMm)) / STEP.sidewallMm -
    (wishes.uncut * cutRank) / STEP.cut;
}

export type Ranked = Found & { score: number; onFront: boolean; reason: Merit };

/** The best by what matters, at most so many. */
export function bestOf(
  base: Build,
  found: readonly Found[],
  wishes: Wishes,
  most: number,
): (Found & { score: number })[] {
  const score = scorer(base, found, wishes);
  const scores = Float64Array.from(found, score);
  return Array.from({ length: found.length }, (_, i) => i)
    .sort((i, j) => scores[j]! - scores[i]!)
    .slice(0, most)
    .map((i) => ({ ...found[i]!, score: scores[i]! }));
}

/** Each of a list with the one thing that it is best at among them, and whether it is on the front that is given. */
export function rank(
  list: readonly (Found & { score: number })[],
  isOnFront: (one: Found) => boolean,
): Ranked[] {
  const merits = Object.keys(MERITS) as Merit[];
  const sorted = merits.map((merit) => Float64Array.from(list, MERITS[merit]).sort());
  // How many stand in one's way, merit by merit: the fewest is what it is good at.
  const atLeast = (values: Float64Array, value: number): number => {
    let [low, high] = [0, values.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (values[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return values.length - low;
  };
  return list.map((one) => {
    const inTheWay = merits.map((merit, k) => atLeast(sorted[k]!, MERITS[merit](one)));
    const least = inTheWay.indexOf(Math.min(...inTheWay));
    return { ...one, onFront: isOnFront(one), reason: merits[least] ?? 'diameter' };
  });
}
