import type { Found } from './found';
import { STOPS, type Fall, type Stop } from './limits';

/** Where a tire or a wheel came furthest, and what stopped it there. */
export type Stopped = Fall & { rank: number };

/** By the number of the tire or wheel; undefined where nothing of it was judged, null where something of it was found. */
export type Stops = (Stopped | null | undefined)[];

/** What was judged of a part of a search, and what came of it. Plain data: it goes from one worker to another. */
export type Tally = {
  judged: number;
  /** How many keep to every limit. */
  kept: number;
  /** Of those, the ones that no other of the same tire and lift dominates. */
  found: Found[];
  /** Found with a lift that is one step past what was asked for. */
  beyond: Found[];
  /** How many fell to each. */
  fallen: Record<Stop, number>;
  tires: Stops;
  wheels: Stops;
  /** Packages that only a soft liner stopped, by 5 mm or less. */
  tuck: { count: number; largest: Found | null };
};

export function emptyTally(tires: number, wheels: number): Tally {
  return {
    judged: 0,
    kept: 0,
    found: [],
    beyond: [],
    fallen: Object.fromEntries(STOPS.map((stop) => [stop, 0])) as Record<Stop, number>,
    tires: Array.from({ length: tires }, () => undefined),
    wheels: Array.from({ length: wheels }, () => undefined),
    tuck: { count: 0, largest: null },
  };
}

/** Of two stops the one that was looked at later, and of the same the one that was missed by less. */
function further(before: Stopped | null | undefined, now: Stopped | null | undefined) {
  if (before === null || now === null) return null;
  if (!before || !now) return before ?? now;
  return now.rank > before.rank || (now.rank === before.rank && now.by < before.by) ? now : before;
}

/** Counts packages of a tire and wheel that fell to a limit. */
export function reject(tally: Tally, tire: number, wheel: number, { stop, by }: Fall, count: number): void {
  tally.fallen[stop] += count;
  tally.judged += count;
  const stopped: Stopped = { stop, by, rank: STOPS.indexOf(stop) };
  tally.tires[tire] = further(tally.tires[tire], stopped);
  tally.wheels[wheel] = further(tally.wheels[wheel], stopped);
}

/** All of a list of tallies of one space as one; what stands first in the list stands first in it. */
export function mergeCounts(tallies: readonly [Tally, ...Tally[]]): Tally {
  const [{ tires, wheels }] = tallies;
  const all = emptyTally(tires.length, wheels.length);
  for (const one of tallies) {
    all.judged += one.judged;
    all.kept += one.kept;
    all.tuck.count += one.tuck.count;
    for (const stop of STOPS) all.fallen[stop] += one.fallen[stop];
    one.tires.forEach((stopped, i) => (all.tires[i] = further(all.tires[i], stopped)));
    one.wheels.forEach((stopped, i) => (all.wheels[i] = further(all.wheels[i], stopped)));
    const { largest } = one.tuck;
    if (largest && largest.diameterMm > (all.tuck.largest?.diameterMm ?? 0)) all.tuck.largest = largest;
  }
  all.found = tallies.flatMap(({ found }) => found);
  all.beyond = tallies.flatMap(({ beyond }) => beyond);
  return all;
}
