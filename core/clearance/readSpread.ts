import type { AxleName, Corner, Obstacle } from '../format/build';
import type { Side } from '../format/measured';
import type { Vec } from '../geometry/vec';
import { toClock } from '../measure/outline';
import { roundFor, type RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { outlineIds } from '../measure/things';
import { GUESSED_POINT_MM, WHOLLY_GUESSED_MM } from './spread';

/** How far round the clock from a reading an edge is known no better than from its typical shape, hours. An estimate. */
const RADIUS_REACH_HOURS = 2;
/** The same of how far it stands across, which runs straighter. */
const ACROSS_REACH_HOURS = 4;

/** What the shape of a part may be other than the typical one where only some of its axes were read, mm. An estimate. */
const TYPICAL_SHAPE_MM = 15;

/** What was read of a corner on the side that stands for a part. */
function takenOf({ measured }: Pick<Corner, 'measured'>, axle: AxleName, side: Side): RoundReading[] {
  const ids = new Set(measured?.readings.filter((one) => one.side === side).map(({ reading }) => reading));
  return roundFor(axle, side).filter(({ id }) => ids.has(id));
}

/** How far an edge may be off at an hour between what was read of it, mm: the farther from a reading, the more. */
function betweenMm(hours: readonly number[], at: number, reachHours: number, unreadMm: number): number {
  if (hours.length === 0) return unreadMm;
  const away = Math.min(...hours.map((hour) => Math.abs(hour - at)));
  return Math.min(unreadMm, GUESSED_POINT_MM * Math.min(1, away / reachHours));
}

/**
 * How far a point that was read may be off, one standard deviation, mm: what the tape was; and where a thing of the round was placed by
 * a few readings, what its shape may be other than the typical one that it was given. Estimates.
 */
export function readSpreadMm(
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'tapeErrorMm'>,
): number {
  const thing = thingOf(obstacle);
  // What a gap has placed stands where it comes near, whatever its shape.
  const byGap = corner.measured?.placed.some((one) => one.obstacle === obstacle.id) ?? false;
  if (byGap) return obstacle.tapeErrorMm;
  const placed = takenOf(corner, axle, obstacle.side ?? 'left').some(
    ({ thing: of, kind }) => of === thing && kind.of === 'thing',
  );
  return placed ? Math.hypot(obstacle.tapeErrorMm, TYPICAL_SHAPE_MM) : obstacle.tapeErrorMm;
}

/**
 * How far the place of a point that nobody read may be off along a direction, one standard deviation, mm. A part of which nothing
 * was read stands as far off as wells differ; of an edge, the readings beside it tell of it, the nearer the more, and the liner
 * of the lip and the lip of the liner; of a thing, each axis that was read is as sure as the tape. Estimates.
 */
export function guessSpreadMm(
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'tapeErrorMm' | 'estimated'>,
  point: number,
  [ahead, across, up]: Vec,
): number {
  const { tapeErrorMm, points, estimated = [] } = obstacle;
  const thing = thingOf(obstacle);
  const { lip, liner } = outlineIds(axle);
  const taken = takenOf(corner, axle, obstacle.side ?? 'left');
  const place = points[point];
  if ((thing === lip || thing === liner) && place) {
    const hoursOf = (of: RoundReading['kind']['of']): number[] =>
      taken.flatMap(({ kind }) => (kind.of === of && 'hour' in kind ? [kind.hour] : []));
    const [own, other] = thing === lip ? (['lip', 'liner'] as const) : (['liner', 'lip'] as const);
    const { hour } = toClock(place, true);
    const radiusMm = betweenMm(
      hoursOf(own),
      hour,
      RADIUS_REACH_HOURS,
      hoursOf(other).length > 0 ? GUESSED_POINT_MM : WHOLLY_GUESSED_MM,
    );
    const acrossMm = betweenMm(hoursOf('across'), hour, ACROSS_REACH_HOURS, WHOLLY_GUESSED_MM);
    const depthKnown = thing === lip || taken.some(({ kind }) => kind.of === 'depth');
    return Math.hypot(
      tapeErrorMm,
      Math.hypot(ahead, up) * radiusMm,
      across * (depthKnown ? acrossMm : Math.max(GUESSED_POINT_MM, acrossMm)),
    );
  }
  const read = new Set(
    taken.flatMap(({ thing: of, kind }) => (of === thing && kind.of === 'thing' ? [kind.axis] : [])),
  );
  const wholly = read.size === 0 && new Set(estimated).size >= points.length;
  const unreadMm = wholly ? WHOLLY_GUESSED_MM : GUESSED_POINT_MM;
  const offMm = (axis: 0 | 1 | 2): number => (read.has(axis) ? 0 : unreadMm);
  const shapeMm = wholly ? 0 : TYPICAL_SHAPE_MM;
  return Math.hypot(tapeErrorMm, shapeMm, ahead * offMm(0), across * offMm(1), up * offMm(2));
}
