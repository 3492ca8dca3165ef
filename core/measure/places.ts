import type { AxleName } from '../format/names';
import type { Side } from '../format/names';
import type { Vec } from '../geometry/vec';
import type { Axis, PlaceKind, RoundReading } from './round';
import { roundFor } from './round';
import { thingsOf, type Thing } from './things';

/** How far along a thing its shape goes with a place that was read of it, mm. An estimate. */
export const PLACE_REACH_MM = 200;
/** What was rounded on its way is the same place, mm. */
const SAME_MM = 0.51;
/** What is shorter than this has one place, mm. */
const LEAST_RUN_MM = 100;
/** The view in which two axes lie, by their sum less one: ahead and across, ahead and up, across and up. */
const VIEWS = ['plan', 'side', 'front'] as const;
/** A reading of a thing at one place of it is called by the reading of the round, and how far along the thing: rail-inboard@380. */
const PLACE = /^(.+)@(-?\d{1,4})$/;

/** A thing of some vehicle reaches no farther than this beyond a typical one, mm. */
const BEYOND_TYPICAL_MM = 250;

const endsOf = ({ typical }: Thing, axis: Axis): [least: number, most: number] => {
  const values = typical.map((point) => point[axis]);
  return [Math.min(...values), Math.max(...values)];
};

/** Along which axis a thing runs; undefined where it has one place. */
export function runOf(thing: Thing): Axis | undefined {
  const [longest] = ([0, 1, 2] as const)
    .map((axis) => {
      const [least, most] = endsOf(thing, axis);
      return { axis, mm: most - least };
    })
    .sort((a, b) => b.mm - a.mm);
  return longest && longest.mm >= LEAST_RUN_MM ? longest.axis : undefined;
}

/** What may be read of a thing at one place along it, in whole mm from the hub; empty where it has one place, or ends before. */
export function readingsAt(axle: AxleName, side: Side, thing: string, atMm: number): RoundReading[] {
  const known = thingsOf(axle).find(({ id }) => id === thing);
  const runs = known && runOf(known);
  if (!known || runs === undefined) return [];
  const [least, most] = endsOf(known, runs);
  if (atMm < least - BEYOND_TYPICAL_MM || atMm > most + BEYOND_TYPICAL_MM) return [];
  return roundFor(axle, side).flatMap((one): RoundReading[] => {
    if (one.thing !== thing || one.kind.of !== 'thing' || one.kind.axis === runs) return [];
    const { axis, sign } = one.kind;
    const at = Math.round(atMm);
    const kind: PlaceKind = { of: 'place', axis, sign, runs, atMm: at };
    return [
      {
        ...one,
        id: `${one.id}@${at}`,
        // Seen so that both the tape and the place along the thing are.
        view: VIEWS[(axis + runs - 1) as 0 | 1 | 2],
        words: `At this place along it, not where it is nearest: ${one.words.charAt(0).toLowerCase()}${one.words.slice(1)}`,
        kind,
      },
    ];
  });
}

/** A reading of an axle by its name, of the round or of one place of a thing; undefined where there is none. */
export function readingNamed(axle: AxleName, side: Side, id: string): RoundReading | undefined {
  const [, base, at] = PLACE.exec(id) ?? [];
  const of = roundFor(axle, side).find((one) => one.id === (base ?? id));
  return base === undefined || !of
    ? of
    : readingsAt(axle, side, of.thing, Number(at)).find((one) => one.id === id);
}

/** Those of some readings that are of one place of a thing, along each thing. */
export const placesAmong = (axle: AxleName, side: Side, ids: readonly string[]): RoundReading[] =>
  [...new Set(ids)]
    .flatMap((id) => readingNamed(axle, side, id) ?? [])
    .flatMap((one) => (one.kind.of === 'place' ? [{ one, atMm: one.kind.atMm }] : []))
    .sort((a, b) => b.atMm - a.atMm)
    .map(({ one }) => one);

/** How far a place along something is from the places that were read of it: between two nearer than to either. Infinite without any. */
export function awayFrom(read: readonly number[], at: number): number {
  const before = Math.min(...read.flatMap((one) => (one <= at ? [at - one] : [])));
  const after = Math.min(...read.flatMap((one) => (one >= at ? [one - at] : [])));
  if (before === 0 || after === 0) return 0;
  return Number.isFinite(before + after) ? (before * after) / (before + after) : Math.min(before, after);
}

/** Whether a point of a thing is a place that was read of it. */
export const isAt = (point: Vec, { runs, atMm }: PlaceKind): boolean =>
  Math.abs(point[runs] - atMm) < SAME_MM;

/** How far along a thing a point of it is from the places that were read, mm: 0 at one of them, infinite without any. */
export function awayFromPlaces(places: readonly PlaceKind[], point: Vec): number {
  const [first] = places;
  if (!first || places.some((one) => isAt(point, one))) return first ? 0 : Infinity;
  return awayFrom(
    places.map(({ atMm }) => atMm),
    point[first.runs],
  );
}
