import type { AxleName, Corner, Obstacle } from '../format/build';
import type { Side } from '../format/measured';
import type { Vec } from '../geometry/vec';
import { roundFor, type RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { outlineIds } from '../measure/things';
import { GUESSED_ON_UPRIGHT_MM, GUESSED_POINT_MM, GUESSED_WELL_MM, WHOLLY_GUESSED_MM } from './spread';

/**
 * What the shape of a part may be other than the typical one where only a few places of it were read, mm: panels differ, what carries
 * and what moves runs straight or is small. Estimates.
 */
export const PANEL_SHAPE_MM = 15;
const STRAIGHT_SHAPE_MM = 6;
export const typicalShapeMm = ({ carrier }: Pick<Obstacle, 'carrier'>): number =>
  carrier === 'body' ? PANEL_SHAPE_MM : STRAIGHT_SHAPE_MM;

/** What was read of a corner on the side that stands for a part. */
export function takenOf({ measured }: Pick<Corner, 'measured'>, axle: AxleName, side: Side): RoundReading[] {
  const ids = new Set(measured?.readings.filter((one) => one.side === side).map(({ reading }) => reading));
  return roundFor(axle, side).filter(({ id }) => ids.has(id));
}

/**
 * How far a part that is no edge of the well may be off along each axis by what the tape round read of it, one standard deviation,
 * mm, the tape's own error aside: an axis that was read leaves the shape, one that was not the place. Estimates.
 */
export function axisSpreadMm(
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier' | 'estimated'>,
): Vec {
  const thing = thingOf(obstacle);
  const read = new Set(
    takenOf(corner, axle, obstacle.side ?? 'left').flatMap(({ thing: of, kind }) =>
      of === thing && kind.of === 'thing' ? [kind.axis] : [],
    ),
  );
  const unread = new Set(obstacle.estimated).size;
  const wholly = read.size === 0 && unread >= obstacle.points.length;
  const placeMm =
    obstacle.carrier === 'upright' ? GUESSED_ON_UPRIGHT_MM : wholly ? WHOLLY_GUESSED_MM : GUESSED_POINT_MM;
  const shapeMm = read.size === 0 ? 0 : Math.min(placeMm, typicalShapeMm(obstacle));
  const along = (axis: 0 | 1 | 2): number =>
    read.has(axis) || unread === 0 ? shapeMm : Math.hypot(placeMm, shapeMm);
  return [along(0), along(1), along(2)];
}

/** Whether a part is a lip or a liner, an edge of the well. */
export const isEdge = (axle: AxleName, obstacle: Pick<Obstacle, 'id' | 'side'>): boolean =>
  Object.values(outlineIds(axle)).includes(thingOf(obstacle));

/** How far off an edge is that is guessed so far, one standard deviation, mm; 0 where all of it was read. An estimate. */
export function edgeSpreadMm({ points, estimated }: Pick<Obstacle, 'points' | 'estimated'>): number {
  const share = new Set(estimated).size / points.length;
  return share === 1 ? GUESSED_WELL_MM : GUESSED_POINT_MM * share;
}
