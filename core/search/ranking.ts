import type { Build } from '../format/build';
import { tireSize } from '../tire/size';
import type { Found } from './found';
import type { Line } from './variants';
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

/** Under this nothing is in hand: a tape is not read so well, and no tire is so round, mm. */
const TIGHT_MM = 2;
/** Whether a package clears by so little that a person would take another one first. What is cut is cut until there is room. */
const isTight = ({ grade, leastMm }: Found): boolean => grade !== 'trim' && leastMm <= TIGHT_MM;

/** What a step of each thing is worth against the others, so that their weights can be compared: mm, shares, money, kg. */
const STEP = { diameterMm: 60, lock: 0.25, costShare: 0.5, massKg: 12, sidewallMm: 30, cut: 2 } as const;
/** What it costs a package in points to stand where it just does not touch, against one that keeps the margin. */
const NO_ROOM = 0.5;

/** How good a package is by what matters, about 0 for one like the vehicle as it is; comparable within one search only. */
export function scorer(
  { vehicle, package: now, use: { marginMm } }: Build,
  found: readonly Found[],
  wishes: Wishes,
): (one: Found) => number {
  const stock = tireSize(vehicle.stock.tire, vehicle.stock.wheel.widthIn);
  const costs = found.flatMap(({ cost }) => (cost === null ? [] : [cost])).sort((a, b) => a - b);
  const usual = costs[costs.length >> 1] || 1;
  const dearest = costs.at(-1) ?? usual;
  const massNow = (now.tire.massKg ?? 0) + now.wheel.massKg;
  const missing = ({ grade, leastMm }: Found): number =>
    grade === 'trim' || marginMm <= 0 ? 0 : Math.min(1, Math.max(0, 1 - leastMm / marginMm));
  return (one) => {
    const { diameterMm, lockKept, cost, massKg, sidewallMm, cutRank } = one;
    return (
      (wishes.clearance * (diameterMm - stock.overallDiameterMm)) / STEP.diameterMm +
      (wishes.lock * (lockKept - 1)) / STEP.lock -
      (wishes.cost * (cost ?? dearest)) / usual / STEP.costShare / 2 -
      (wishes.mass * ((massKg ?? massNow) - massNow)) / STEP.massKg +
      (wishes.sidewall * (sidewallMm - stock.sectionHeightMm)) / STEP.sidewallMm -
      (wishes.uncut * cutRank) / STEP.cut -
      NO_ROOM * missing(one)
    );
  };
}

/** Something that a line is better (above 0) or worse at than the first one, in the unit of its figure. */
export type Difference = { merit: Merit; by: number };
export type Ranked = Found & {
  score: number;
  onFront: boolean;
  /** What no other of the list is better at; each thing is said of one line alone. */
  best: Merit[];
  /** Where it is best at nothing: what it has on the first of the list, and what that costs. */
  against: Difference[];
  variants: Found[];
};

/** Places of a list in the order in which a person would look at them: room to spare before none, then by what matters. */
function inOrder(list: readonly Found[], score: (place: number) => number): number[] {
  return [...list.keys()].sort(
    (i, j) => Number(isTight(list[i]!)) - Number(isTight(list[j]!)) || score(j) - score(i),
  );
}

/** The best by what matters, at most so many. */
export function bestOf(
  base: Build,
  found: readonly Found[],
  wishes: Wishes,
  most: number,
): (Found & { score: number })[] {
  const scores = Float64Array.from(found, scorer(base, found, wishes));
  return inOrder(found, (i) => scores[i]!)
    .slice(0, most)
    .map((i) => ({ ...found[i]!, score: scores[i]! }));
}

/** The same order again, where a closer look has taken room away. */
export const ordered = <F extends Found & { score: number }>(list: readonly F[]): F[] =>
  inOrder(list, (i) => list[i]!.score).map((i) => list[i]!);

/** A thing that more of a list share, so many or a larger part of it, is no longer what one of them is good for. */
const MOST_EQUALS = 3;
const MOST_EQUAL_PART = 0.25;
/** A difference that is worth a word, in the unit of its figure; of a cost a share of it. */
const WORTH: Readonly<Record<Merit, number>> = {
  diameter: 8,
  clearance: 3,
  lock: 0.03,
  cost: 0.05,
  mass: 1.5,
  sidewall: 8,
  uncut: 1,
  lift: 10,
  reserve: 0.05,
};
const MERIT_LIST = Object.keys(MERITS) as Merit[];

/** What is said of a line beside the first one: the one thing that it has on it most, and the one that it gives for that. */
function differences(first: Found, one: Found): Difference[] {
  const all = MERIT_LIST.flatMap((merit) => {
    const by = MERITS[merit](one) - MERITS[merit](first);
    const worth = WORTH[merit] * (merit === 'cost' ? Math.max(1, first.cost ?? 1) : 1);
    return Number.isFinite(by) && Math.abs(by) >= worth ? [{ merit, by, times: by / worth }] : [];
  }).sort((a, b) => b.times - a.times);
  const gain = all.find(({ by }) => by > 0);
  const loss = all.findLast(({ by }) => by < 0);
  return [gain, loss].flatMap((said) => (said ? [{ merit: said.merit, by: said.by }] : []));
}

/** What each line is best at among all of them, and whether it is on the front that is given. A thing that several share is said of the first of them; one that many share, of none. */
export function rank<F extends Found & { score: number }>(
  lines: readonly Line<F>[],
  isOnFront: (one: Found) => boolean,
): Ranked[] {
  const holder = new Map<number, Merit[]>();
  for (const merit of MERIT_LIST) {
    const values = lines.map(({ head }) => MERITS[merit](head));
    const most = Math.max(...values);
    const equal = values.filter((value) => value === most).length;
    const few = Math.max(1, Math.min(MOST_EQUALS, lines.length * MOST_EQUAL_PART));
    if (!Number.isFinite(most) || equal > few) continue;
    const at = values.indexOf(most);
    holder.set(at, [...(holder.get(at) ?? []), merit]);
  }
  return lines.map(({ head, variants }, i) => {
    const best = holder.get(i) ?? [];
    const against = best.length > 0 || i === 0 ? [] : differences(lines[0]!.head, head);
    return { ...head, onFront: isOnFront(head), best, against, variants };
  });
}
