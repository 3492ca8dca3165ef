import type { AxleName, Corner, Obstacle } from '../format/build';
import type { Side } from '../format/measured';
import type { Vec } from '../geometry/vec';
import { PLACE_REACH_MM } from '../measure/moveThing';
import { awayFrom, readingNamed } from '../measure/places';
import type { PlaceKind, RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { outlineIds } from '../measure/things';
import { GUESSED_ON_UPRIGHT_MM, GUESSED_POINT_MM, GUESSED_WELL_MM, WHOLLY_GUESSED_MM } from './spread';

/**
 * What the shape of a part may be other than the typical one where only a few places of it were read, mm: panels differ and frames
 * bend in at the wheel, what moves runs straight or is small. Estimates.
 */
export const PANEL_SHAPE_MM = 15;
const STRAIGHT_SHAPE_MM = 6;
export const typicalShapeMm = ({ carrier }: Pick<Obstacle, 'carrier'>): number =>
  carrier === 'body' || carrier === 'frame' ? PANEL_SHAPE_MM : STRAIGHT_SHAPE_MM;

/** What was read of a corner on the side that stands for a part. */
export function takenOf({ measured }: Pick<Corner, 'measured'>, axle: AxleName, side: Side): RoundReading[] {
  return (measured?.readings ?? []).flatMap((one) =>
    one.side === side ? (readingNamed(axle, side, one.reading) ?? []) : [],
  );
}

/** What a thing may be off along an axis by its shape, beside the places of it that were read; infinite without any. */
function besidePlacesMm(
  taken: readonly RoundReading[],
  axis: 0 | 1 | 2,
  place: Vec | undefined,
  shapeMm: number,
): number {
  const places = taken.flatMap(({ kind }): PlaceKind[] =>
    kind.of === 'place' && kind.axis === axis ? [kind] : [],
  );
  const [first] = places;
  if (!first || !place) return Infinity;
  const { runs } = first;
  const away = awayFrom(
    places.map(({ atMm }) => atMm),
    place[runs],
  );
  // A place that is half a millimetre off was rounded.
  return shapeMm * Math.min(1, away < 1 ? 0 : away / PLACE_REACH_MM);
}

/**
 * How far a part that is no edge of the well may be off along each axis by what the tape round read of it, one standard deviation,
 * mm, the tape's own error aside: an axis that was read leaves the shape, one that was not the place; near a place of it that was read
 * its shape is known the better the nearer. Estimates.
 */
export function axisSpreadMm(
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier' | 'estimated'>,
  place?: Vec,
): Vec {
  const thing = thingOf(obstacle);
  const taken = takenOf(corner, axle, obstacle.side ?? 'left').filter((one) => one.thing === thing);
  const read = new Set(taken.flatMap(({ kind }) => ('axis' in kind ? [kind.axis] : [])));
  const unread = new Set(obstacle.estimated).size;
  const wholly = read.size === 0 && unread >= obstacle.points.length;
  const placeMm =
    obstacle.carrier === 'upright' ? GUESSED_ON_UPRIGHT_MM : wholly ? WHOLLY_GUESSED_MM : GUESSED_POINT_MM;
  const shapeMm = read.size === 0 ? 0 : Math.min(placeMm, typicalShapeMm(obstacle));
  const along = (axis: 0 | 1 | 2): number =>
    Math.min(
      read.has(axis) || unread === 0 ? shapeMm : Math.hypot(placeMm, shapeMm),
      besidePlacesMm(taken, axis, place, shapeMm),
    );
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
