import type { AxleName } from '../format/names';
import type { Corner, Obstacle } from '../format/build';
import type { Side } from '../format/names';
import type { Vec } from '../geometry/vec';
import { awayFromPlaces, PLACE_REACH_MM, readingNamed } from '../measure/places';
import type { Axis, PlaceKind, RoundReading } from '../measure/round';
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

/** What was read of one part on the side that it stands for. */
export const takenOfPart = (
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  part: Pick<Obstacle, 'id' | 'side'>,
): RoundReading[] =>
  takenOf(corner, axle, part.side ?? 'left').filter(({ thing }) => thing === thingOf(part));

/** The places along a part that were read, each along one axis. */
export const placesIn = (taken: readonly RoundReading[]): PlaceKind[] =>
  taken.flatMap(({ kind }) => (kind.of === 'place' ? [kind] : []));

/**
 * How far a part that is no edge of the well may be off along each axis by what the tape round read of it, one standard deviation,
 * mm, the tape's own error aside: an axis that was read leaves the shape, one that was not the place; near a place of it that was read
 * its shape is known the better the nearer. Without a place, as it is away from all that were read. Estimates.
 */
export function axisSpread(
  corner: Pick<Corner, 'measured'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier' | 'estimated'>,
): (place?: Vec) => Vec {
  const taken = takenOfPart(corner, axle, obstacle);
  const read = new Set(taken.flatMap(({ kind }) => ('axis' in kind ? [kind.axis] : [])));
  const unread = new Set(obstacle.estimated).size;
  const wholly = read.size === 0 && unread >= obstacle.points.length;
  const placeMm =
    obstacle.carrier === 'upright' ? GUESSED_ON_UPRIGHT_MM : wholly ? WHOLLY_GUESSED_MM : GUESSED_POINT_MM;
  const shapeMm = read.size === 0 ? 0 : Math.min(placeMm, typicalShapeMm(obstacle));
  const places = placesIn(taken);
  const on = (axis: Axis): ((place?: Vec) => number) => {
    const awayMm = read.has(axis) || unread === 0 ? shapeMm : Math.hypot(placeMm, shapeMm);
    const along = places.filter((one) => one.axis === axis);
    return (place) =>
      place && along.length > 0
        ? Math.min(awayMm, shapeMm * Math.min(1, awayFromPlaces(along, place) / PLACE_REACH_MM))
        : awayMm;
  };
  const [x, y, z] = [on(0), on(1), on(2)];
  return (place) => [x(place), y(place), z(place)];
}

/** The same at one place, or away from all that were read. */
export const axisSpreadMm = (
  ...[corner, axle, obstacle, place]: [...Parameters<typeof axisSpread>, Vec?]
): Vec => axisSpread(corner, axle, obstacle)(place);

/** Whether a part is a lip or a liner, an edge of the well. */
export const isEdge = (axle: AxleName, obstacle: Pick<Obstacle, 'id' | 'side'>): boolean =>
  Object.values(outlineIds(axle)).includes(thingOf(obstacle));

/** How far off an edge is that is guessed so far, one standard deviation, mm; 0 where all of it was read. An estimate. */
export function edgeSpreadMm({ points, estimated }: Pick<Obstacle, 'points' | 'estimated'>): number {
  const share = new Set(estimated).size / points.length;
  return share === 1 ? GUESSED_WELL_MM : GUESSED_POINT_MM * share;
}
