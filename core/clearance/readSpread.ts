import type { AxleName } from '../format/names';
import type { Obstacle, Vehicle } from '../format/build';
import { minus, vecOf, type Vec } from '../geometry/vec';
import { gapsTo, toldByGap, type ToldByGap } from '../measure/gaps';
import { toClock } from '../measure/outline';
import { awayFrom } from '../measure/places';
import type { RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { outlineIds } from '../measure/things';
import { axisSpread, isEdge, placesIn, takenOf, takenOfPart, typicalShapeMm } from './axisSpread';
import { GUESSED_BESIDE_OTHER_MM, GUESSED_POINT_MM, GUESSED_WELL_MM, WHOLLY_GUESSED_MM } from './spread';

/** How far round the clock from a reading an edge is known no better than from its typical shape, hours. An estimate. */
const RADIUS_REACH_HOURS = 2;
/** The same of how far it stands across, which runs straighter. */
const ACROSS_REACH_HOURS = 4;

/** What a part may be off along the way of a gap where it was read, and so far from there that its shape alone tells. Estimates. */
const AT_GAP_MM = 5;
const BY_GAP = 1.7;
const GAP_REACH_MM = 150;
/** How far a place of a part may be off, along the way of a gap that was read at another, mm: its shape is the typical one. An estimate. */
export const besideGapMm = (part: Pick<Obstacle, 'carrier'>, gap: Vec, place: Vec): number =>
  Math.hypot(
    AT_GAP_MM,
    BY_GAP * typicalShapeMm(part) * Math.min(1, Math.hypot(...minus(gap, place)) / GAP_REACH_MM),
  );

/** What the gaps tell of a part; those of a thing that was read at a place of it tell of another shape than it has there. */
function toldOf(
  vehicle: Pick<Vehicle, 'corners' | 'stock'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier'>,
): ToldByGap[] {
  const corner = vehicle.corners[axle];
  const isPlaced = placesIn(takenOfPart(corner, axle, obstacle)).length > 0;
  return isPlaced ? [] : gapsTo(corner, obstacle).map((gap) => toldByGap(vehicle, axle, obstacle, gap));
}

/** A gap that runs so much along a way is a reading of an edge's radius or of how far it stands across. */
const MOSTLY = 0.7;

/**
 * How far an edge may be off at an hour, mm: beyond its readings the more the farther from the last, between two of them as far as a
 * smooth line through both may be.
 */
const betweenMm = (hours: readonly number[], at: number, reachHours: number, unreadMm: number): number =>
  hours.length === 0
    ? unreadMm
    : Math.min(unreadMm, GUESSED_POINT_MM * Math.min(1, awayFrom(hours, at) / reachHours));

/**
 * How far a point that was read may be off, one standard deviation, mm: what the tape was; and where a thing of the round was placed by
 * a few readings or by gaps, what its shape may be other than the typical one that it was given. Estimates.
 */
export function readSpread(
  vehicle: Pick<Vehicle, 'corners' | 'stock'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier' | 'tapeErrorMm'>,
): (point: number, along: Vec) => number {
  const { tapeErrorMm, points } = obstacle;
  const corner = vehicle.corners[axle];
  const byTape = takenOfPart(corner, axle, obstacle).some(({ kind }) => 'axis' in kind);
  // What was an estimate before gaps placed it has kept its shape.
  const placed = corner.measured?.placed.find((one) => one.obstacle === obstacle.id);
  const byGaps = new Set(placed?.estimated);
  if (!byTape && byGaps.size === 0) return () => tapeErrorMm;
  const told = toldOf(vehicle, axle, obstacle).map(({ at }) => at);
  const byAxis = axisSpread(corner, axle, obstacle);
  return (point, along) => {
    if (!byTape && !byGaps.has(point)) return tapeErrorMm;
    const place = vecOf(points[point] ?? [0, 0, 0]);
    const shapeMm = byTape ? Math.hypot(...byAxis(place).map((mm, axis) => mm * along[axis]!)) : Infinity;
    return Math.hypot(tapeErrorMm, Math.min(shapeMm, ...told.map((at) => besideGapMm(obstacle, at, place))));
  };
}

/**
 * How far the place of a point that nobody read may be off along a direction, one standard deviation, mm. A part of which nothing
 * was read stands as far off as wells differ; of an edge, the readings beside it tell of it, the nearer the more, and the liner
 * of the lip and the lip of the liner; of a thing, each axis that was read is as sure as the tape. A gap tells of a part along the
 * way from the wheel to it, and of an edge around where it was read. Estimates.
 */
export function guessSpread(
  vehicle: Pick<Vehicle, 'corners' | 'stock'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'id' | 'side' | 'points' | 'carrier' | 'tapeErrorMm' | 'estimated'>,
): (point: number, along: Vec) => number {
  const { tapeErrorMm, points } = obstacle;
  const corner = vehicle.corners[axle];
  const taken = takenOf(corner, axle, obstacle.side ?? 'left');
  const told = toldOf(vehicle, axle, obstacle);
  if (isEdge(axle, obstacle)) {
    const isLip = thingOf(obstacle) === outlineIds(axle).lip;
    const hoursOf = (of: RoundReading['kind']['of']): number[] =>
      taken.flatMap(({ kind }) => (kind.of === of && 'hour' in kind ? [kind.hour] : []));
    const toldAt = (mostly: (along: Vec) => number): number[] =>
      told.flatMap(({ at, along }) => (mostly(along) > MOSTLY ? [toClock([...at], false).hour] : []));
    const [own, other] = isLip ? (['lip', 'liner'] as const) : (['liner', 'lip'] as const);
    const radiusAt = [...hoursOf(own), ...toldAt(([ahead, , up]) => Math.hypot(ahead, up))];
    const toldAcross = toldAt(([, across]) => across);
    const acrossAt = [...hoursOf('across'), ...toldAcross];
    const unreadMm = hoursOf(other).length > 0 ? GUESSED_BESIDE_OTHER_MM : GUESSED_WELL_MM;
    const depthKnown = isLip || taken.some(({ kind }) => kind.of === 'depth') || toldAcross.length > 0;
    const besideMm = told.length > 0 ? AT_GAP_MM : 0;
    return (point, [ahead, across, up]) => {
      const { hour } = toClock(points[point] ?? [0, 0, 0], true);
      const radiusMm = betweenMm(radiusAt, hour, RADIUS_REACH_HOURS, unreadMm);
      const acrossMm = betweenMm(acrossAt, hour, ACROSS_REACH_HOURS, WHOLLY_GUESSED_MM);
      return Math.hypot(
        tapeErrorMm,
        besideMm,
        Math.hypot(ahead, up) * radiusMm,
        across * (depthKnown ? acrossMm : Math.max(GUESSED_POINT_MM, acrossMm)),
      );
    };
  }
  const byAxis = axisSpread(corner, axle, obstacle);
  return (point, along) => {
    const place = vecOf(points[point] ?? [0, 0, 0]);
    const variances = byAxis(place).map((mm) => mm ** 2);
    const between = (one: Vec, other: Vec): number =>
      variances.reduce((sum, variance, axis) => sum + variance * one[axis]! * other[axis]!, 0);
    // What a gap along a way leaves of a variance along another (as one measurement of a normal deviate in space does).
    const left = told.map(
      (gap) =>
        between(along, along) -
        between(along, gap.along) ** 2 /
          (between(gap.along, gap.along) + besideGapMm(obstacle, gap.at, place) ** 2),
    );
    return Math.hypot(tapeErrorMm, Math.sqrt(Math.max(0, Math.min(between(along, along), ...left))));
  };
}
