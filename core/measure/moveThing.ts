import type { Obstacle } from '../format/build';
import { isAt, PLACE_REACH_MM } from './places';
import type { Axis, PlaceKind, RoundReading, ThingKind } from './round';
import { withPoints } from './sides';

type Point = Obstacle['points'][number];
type Marked = { point: Point; guessed: boolean };

/** A point that stands nearer than this to a place that is read is that place, mm. */
const SAME_PLACE_MM = 20;

const withAxis = (point: Point, axis: Axis, mm: number): Point => {
  const moved: Point = [...point];
  moved[axis] = mm;
  return moved;
};

/** The coordinate that a reading of the round is taken to. */
export function reachOf(points: readonly Point[], { axis, reach }: ThingKind): number {
  const values = points.map((point) => point[axis]);
  if (reach === 'least') return Math.min(...values);
  if (reach === 'most') return Math.max(...values);
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** A thing's point at a place along it, straight between its points; beyond them as its end. */
export function pointAt(points: readonly Point[], { runs, atMm }: Pick<PlaceKind, 'runs' | 'atMm'>): Point {
  for (const [i, a] of points.entries()) {
    const b = points[i + 1];
    if (!b || (a[runs] - atMm) * (b[runs] - atMm) > 0 || a[runs] === b[runs]) continue;
    const share = (atMm - a[runs]) / (b[runs] - a[runs]);
    const between = (axis: Axis): number => a[axis] + share * (b[axis] - a[axis]);
    return [between(0), between(1), between(2)];
  }
  return points.reduce((end, one) => (Math.abs(one[runs] - atMm) < Math.abs(end[runs] - atMm) ? one : end));
}

/** Moves all of a thing but what was read at a place of it, along the axis of a reading of the round. */
function movedWhole(all: readonly Marked[], kind: ThingKind, valueMm: number, places: readonly PlaceKind[]) {
  const isHeld = ({ point }: Marked): boolean =>
    places.some((one) => isAt(point, one) && (one.axis === kind.axis || one.runs === kind.axis));
  const free = all.filter((one) => !isHeld(one));
  const by =
    kind.sign * valueMm -
    reachOf(
      (free.length > 0 ? free : all).map(({ point }) => point),
      kind,
    );
  return all.map((one) =>
    isHeld(one) ? one : { ...one, point: withAxis(one.point, kind.axis, one.point[kind.axis] + by) },
  );
}

/** Puts a place of a thing where it was read to be; what lies about it goes along, the farther the less, up to the next that was read. */
function movedAt(
  all: readonly Marked[],
  kind: PlaceKind,
  valueMm: number,
  others: readonly PlaceKind[],
  isAnchored: boolean,
): Marked[] {
  const { axis, runs, atMm, sign } = kind;
  const points = all.map(({ point }) => point);
  const was = pointAt(points, kind);
  const by = sign * valueMm - was[axis];
  const sameAxis = others.filter((one) => one.axis === axis).map((one) => one.atMm);
  const share = (along: number): number => {
    if (!isAnchored) return 1;
    // Nothing of it is left at the next place that was read: that stays.
    const next = sameAxis
      .filter((one) => (one - atMm) * (along - atMm) > 0)
      .map((one) => Math.abs(one - atMm));
    return Math.max(0, 1 - Math.abs(along - atMm) / Math.min(PLACE_REACH_MM, ...next));
  };
  const moved = all.map(({ point, guessed }): Marked => ({
    guessed,
    point: withAxis(point, axis, point[axis] + by * share(point[runs])),
  }));
  const here: Marked = {
    point: withAxis(withAxis(was, runs, atMm), axis, sign * valueMm),
    guessed: all.some(({ guessed }) => guessed),
  };
  const same = moved.findIndex(
    ({ point }) =>
      Math.abs(point[runs] - atMm) < SAME_PLACE_MM &&
      !others.some((one) => one.atMm !== atMm && isAt(point, one)),
  );
  if (same >= 0) return moved.map((one, i) => (i === same ? here : one));
  const next = points.findIndex((a, i) => {
    const b = points[i + 1];
    return b !== undefined && (a[runs] - atMm) * (b[runs] - atMm) < 0;
  });
  if (next >= 0) return [...moved.slice(0, next + 1), here, ...moved.slice(next + 1)];
  const awayFromEnd = (end: Point | undefined): number => Math.abs((end?.[runs] ?? 0) - atMm);
  return awayFromEnd(points[0]) < awayFromEnd(points.at(-1)) ? [here, ...moved] : [...moved, here];
}

/**
 * A thing of the round with a reading of it put in, in mm. `taken` are the readings of it so far, this one among them. A reading of the
 * round moves all of it but what was read at a place of it; one of a place moves that, and what lies about it.
 */
export function movedThing(
  obstacle: Obstacle,
  known: RoundReading,
  valueMm: number,
  taken: readonly RoundReading[],
  round: readonly RoundReading[],
): Obstacle {
  const { kind } = known;
  if (kind.of !== 'thing' && kind.of !== 'place') return obstacle;
  const mine = taken.flatMap(({ id, thing, kind: of }) =>
    thing === known.thing && 'axis' in of ? [{ id, kind: of }] : [],
  );
  const places = mine.flatMap(({ id, kind: of }) => (of.of === 'place' ? [{ id, place: of }] : []));
  const others = places.flatMap(({ id, place }) => (id === known.id ? [] : [place]));
  const guessed = new Set(obstacle.estimated);
  const all = obstacle.points.map((point, i): Marked => ({ point, guessed: guessed.has(i) }));
  const isAnchored = mine.some((one) => one.id !== known.id && one.kind.axis === kind.axis);
  const moved =
    kind.of === 'thing'
      ? movedWhole(all, kind, valueMm, others)
      : movedAt(all, kind, valueMm, others, isAnchored);
  // Its shape stays the typical one, but once every reading of it is taken it stands where it is; and so does a place of it.
  const own = round.filter(({ thing }) => thing === known.thing);
  const isDone = own.every(({ id }) => mine.some((one) => one.id === id));
  const across = own.flatMap(({ kind: of }) =>
    of.of === 'thing' && of.axis !== places[0]?.place.runs ? [of.axis] : [],
  );
  const isRead = (point: Point): boolean =>
    places.length > 0 &&
    across.every((axis) => places.some(({ place }) => place.axis === axis && isAt(point, place)));
  return withPoints(
    obstacle,
    moved.map(({ point }) => point),
    moved.map((one) => !isDone && one.guessed && !isRead(one.point)),
  );
}
