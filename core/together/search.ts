import { effortHours, TRYING } from '../clearance/cures/kinds';
import type { Build } from '../format/build';
import { AXLES, type FreeKind } from '../format/names';
import type { FreeLimits } from '../format/freeLimits';
import { keyOf, withChanges, type Change } from './change';
import type { Corners } from './corners';
import { canStandWith, goTogether, laddersOf, type Ladder } from './rungs';
import { fixableParts, partWays } from './partWays';

/** Changes that free a build together on the coarse grid, none of which can be left out. */
export type Way = { changes: Change[]; hours: number };

/** How far a search is: combinations that were gone through, of about how many. */
export type Progress = { tried: number; of: number };

/** Rough hours of work, for the order in which ways are looked at. */
const hoursOf = ({ vehicle }: Build, changes: readonly Change[]): number =>
  changes.reduce((sum, change) => {
    if (change.kind === 'move' || change.kind === 'remove') return sum + PART_HOURS;
    if (change.kind !== 'cut') return sum + effortHours(change.kind);
    const part = vehicle.corners[change.axle].obstacles.find(({ id }) => id === change.obstacle);
    return sum + effortHours('cut', part ? [part.material] : []);
  }, 0);
const PART_HOURS = 0.5;

/** Every way to take one rung of each ladder, those that take least first. */
function rungsBySum(ladders: readonly Ladder[]): number[][] {
  let all: number[][] = [[]];
  for (const { amounts } of ladders) all = all.flatMap((some) => amounts.map((_, rung) => [...some, rung]));
  const sum = (some: readonly number[]): number => some.reduce((total, rung) => total + rung + 1, 0);
  return all.sort((one, other) => sum(one) - sum(other));
}

/** Every choice of `count` ladders that may go together, cheapest work first. */
function choices(ladders: readonly Ladder[], count: number): Ladder[][] {
  const grow = (from: number, chosen: Ladder[]): Ladder[][] =>
    chosen.length === count
      ? [chosen]
      : ladders.flatMap((ladder, i) =>
          i >= from && chosen.every((one) => goTogether(one, ladder)) ? grow(i + 1, [...chosen, ladder]) : [],
        );
  const hours = (some: readonly Ladder[]): number =>
    some.reduce((sum, { kind }) => sum + effortHours(kind), 0);
  return grow(0, []).sort((one, other) => hours(one) - hours(other));
}

/** More of these takes poses away and adds none: what is in the way with the most of them is in the way with less. */
const TAKING: ReadonlySet<FreeKind> = new Set<FreeKind>(['lock-stop', 'bump-stop']);

/** A set with the most of what only takes poses away, and with every amount of the rest. */
function utmostOf(set: readonly Ladder[]): Change[][] {
  let all: Change[][] = [[]];
  for (const { kind, axle, amounts } of set) {
    const tried = TAKING.has(kind) ? amounts.slice(-1) : amounts;
    all = all.flatMap((some) => tried.map((amount): Change[] => [...some, { kind, axle, amount }]));
  }
  return all;
}

/** So many builds are kept, of one change and of two; a search goes through far more of three. */
const MOST_MADE = 20_000;

/** Makes packages of scanned changes, wheel and tire before the lifts that they may stand on: what two packages begin with is made once. */
function makerOf(build: Build): (changes: readonly Change[]) => Build {
  const made = new Map<string, Build>();
  const grow = (so: Build, key: string, [next, ...rest]: readonly Change[]): Build => {
    if (!next) return so;
    if (key !== '' && rest.length === 0) return withChanges(so, [next]);
    const with1 = `${key} ${next.kind} ${next.axle} ${'amount' in next ? next.amount : ''}`;
    let known = made.get(with1);
    if (!known) {
      if (made.size >= MOST_MADE) made.clear();
      made.set(with1, (known = withChanges(so, [next])));
    }
    return grow(known, with1, rest);
  };
  return (changes) =>
    grow(build, '', [
      ...changes.filter(({ kind }) => ON_WHEEL.has(kind)),
      ...changes.filter(({ kind }) => !ON_WHEEL.has(kind)),
    ]);
}
const ON_WHEEL: ReadonlySet<FreeKind> = new Set<FreeKind>(
  (Object.keys(TRYING) as (keyof typeof TRYING)[]).filter((kind) => TRYING[kind].by === 'wheel'),
);

const changesAt = (ladders: readonly Ladder[], rungs: readonly number[]): Change[] =>
  ladders.map(({ kind, axle, amounts }, i) => ({ kind, axle, amount: amounts[rungs[i] ?? 0] ?? 0 }));

/**
 * Goes through every change, every two and every three of `limits.changes`: kinds that are scanned over their rungs, and what may be
 * done to a part for whatever is still in the way. Of each set of kinds the rungs that take least are kept, and no set that holds
 * another one which frees the build already. Yields between bites of work with what was found since. `fewest`: where a number of
 * changes frees it, more are not tried.
 */
export function* waysOf(
  build: Build,
  corners: Corners,
  limits: FreeLimits,
  fewest = false,
): Generator<Progress & { found: Way[] }, void> {
  const failing = AXLES.filter((axle) => corners.under(axle, build).length > 0);
  const ladders = laddersOf(build, failing, limits);
  const make = makerOf(build);
  const fixable = { front: fixableParts(build, 'front', limits), rear: fixableParts(build, 'rear', limits) };
  const known: Set<string>[] = [];
  let tried = 0;
  let found: Way[] = [];
  const bySize = Array.from({ length: limits.changes + 1 }, (_, count) => choices(ladders, count));
  const of = bySize
    .flat()
    .reduce((sum, set) => sum + set.reduce((all, { amounts }) => all * amounts.length, 1), 0);

  /** Whether a set leaves too much in the way even with as much as there is of those kinds that only ever take poses away. */
  const isBeyond = (set: readonly Ladder[], parts: number): boolean =>
    set.some(({ kind }) => TAKING.has(kind)) &&
    utmostOf(set).every((changes) => {
      const so = make(changes);
      if (!canStandWith(so, build)) return false;
      return corners.hopeless(so, parts, fixable) || corners.inTheWay(so).length > parts;
    });
  const isKnown = (keys: readonly string[]): boolean =>
    known.some((set) => [...set].every((key) => keys.includes(key)));
  const take = (changes: Change[]): void => {
    const keys = changes.map(keyOf);
    if (isKnown(keys)) return;
    known.push(new Set(keys));
    found.push({ changes, hours: hoursOf(build, changes) });
  };
  const told = (): Progress & { found: Way[] } => {
    const since = found;
    found = [];
    return { tried, of, found: since };
  };
  // By how many changes there are in all, so that no set is taken before a part of it was tried.
  for (let size = 1; size <= limits.changes && !(fewest && known.length > 0); size++)
    for (let scanned = 0; scanned <= size; scanned++) {
      const parts = size - scanned;
      for (const set of bySize[scanned] ?? []) {
        const keys = changesAt(set, []).map(keyOf);
        if (isKnown(keys)) continue;
        if (isBeyond(set, parts)) {
          tried += set.reduce((all, { amounts }) => all * amounts.length, 1);
          continue;
        }
        for (const rungs of rungsBySum(set)) {
          const changes = changesAt(set, rungs);
          tried++;
          const so = make(changes);
          if (scanned > 1 && !canStandWith(so, build)) continue;
          if (parts === 0) {
            if (!corners.clears(so)) continue;
            take(changes);
            break;
          }
          if (corners.hopeless(so, parts, fixable)) continue;
          const left = corners.inTheWay(so);
          if (left.length !== parts) continue;
          const before = known.length;
          for (const ways of partWays(so, left, corners, limits)) take([...changes, ...ways]);
          if (known.length > before) break;
        }
        yield told();
      }
    }
  yield told();
}
