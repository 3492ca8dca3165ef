import { materialOf } from '../format/materials';
import type { AxleName, WellShape } from '../format/names';
import type { Obstacle, Vehicle } from '../format/build';
import { mountedProfile, type Profile } from '../clearance/profile';
import { fromClock, SHAPE_HOURS, shapeShare } from './outline';
import { outlineIds, thingsOf, type Thing } from './things';

type Point = Obstacle['points'][number];

/** The wheel that stands in the well while it is measured: as delivered. */
export function standingProfile({ stock }: Pick<Vehicle, 'stock'>): Profile {
  return mountedProfile(stock, 0);
}

/**
 * How far a well stands outside the tire that stands in it, beyond what the wheel goes up to full bump: as delivered it goes there
 * without touching, with room for snow and a chain. An estimate.
 */
const OVER_BUMP_MM = 35;
/** The lip lies so much farther out than the liner behind it. An estimate. */
export const LIP_BEYOND_LINER_MM = 10;
const FIRST_LIP_OUT_MM = 10;
const FIRST_LINER_DEPTH_MM = 45;

/** A lip and a liner in one of the shapes to begin from, around the tire that stands there and where it goes at full bump; all of it estimated. */
export function shapeOutlines(
  vehicle: Pick<Vehicle, 'stock'>,
  axle: AxleName,
  shape: WellShape,
  bumpMm: number,
): [lip: Obstacle, liner: Obstacle] {
  const { lip, liner } = outlineIds(axle);
  const standing = standingProfile(vehicle);
  const linerMm = standing.tireOuterMm + bumpMm + OVER_BUMP_MM;
  const lipY = standing.centreMm + standing.tireHalfWidthMm + FIRST_LIP_OUT_MM;
  const outline = (radiusMm: number, acrossMm: number): Point[] =>
    SHAPE_HOURS.map((hour) =>
      fromClock({ hour, radiusMm: radiusMm * shapeShare(shape, hour), acrossMm, estimated: true }),
    );
  const all = SHAPE_HOURS.map((_, i) => i);
  const base = { carrier: 'body' as const, cutMm: 0, estimated: all };
  return [
    {
      ...base,
      id: lip,
      label: axle === 'front' ? 'fender lip' : 'rear fender lip',
      material: 'sheet',
      role: 'lip',
      tapeErrorMm: 3,
      points: outline(linerMm + LIP_BEYOND_LINER_MM, lipY),
    },
    {
      ...base,
      id: liner,
      label: axle === 'front' ? 'wheel well liner' : 'rear wheel well liner',
      material: 'liner',
      tapeErrorMm: 5,
      points: outline(linerMm, lipY - FIRST_LINER_DEPTH_MM),
    },
  ];
}

/** The tire that the typical places are written around: its radius, the rim's inner radius, its inner edge. mm. */
const TYPICAL_AROUND = { radiusMm: 387, rimInnerMm: 191, innerEdgeMm: -144 } as const;

/**
 * Typical points of a thing around the tire that stands there: what is outside scaled by the tire's radius, what
 * lies within the rim by the rim's, what lies inboard moved with the tire's inner edge. Estimates.
 */
export function typicalPoints(vehicle: Pick<Vehicle, 'stock'>, { typical, material }: Thing): Point[] {
  const { tireOuterMm, rimInnerMm, centreMm, tireHalfWidthMm } = standingProfile(vehicle);
  const { keepsTo } = materialOf(material);
  const scale =
    keepsTo === 'rim' ? rimInnerMm / TYPICAL_AROUND.rimInnerMm : tireOuterMm / TYPICAL_AROUND.radiusMm;
  const inwardMm = keepsTo === 'inner-edge' ? centreMm - tireHalfWidthMm - TYPICAL_AROUND.innerEdgeMm : 0;
  return typical.map(([x, y, z]) => [
    Math.round(x * scale),
    Math.round(y + Math.min(0, inwardMm)),
    Math.round(z * scale),
  ]);
}

/** A thing of the round before anything of it is read: typical, and all of it marked as estimated. */
export function typicalObstacle(vehicle: Pick<Vehicle, 'stock'>, thing: Thing): Obstacle {
  const { id, label, carrier, material, cutMm, errorMm } = thing;
  const points = typicalPoints(vehicle, thing);
  return {
    id,
    label,
    carrier,
    material,
    cutMm,
    tapeErrorMm: errorMm,
    points,
    estimated: points.map((_, i) => i),
  };
}

/** The thing as it is initialMeasurement, wholly estimated. */
export function initialMeasurement(
  vehicle: Vehicle,
  axle: AxleName,
  thing: string,
  shape: WellShape,
): Obstacle {
  const [lip, liner] = shapeOutlines(vehicle, axle, shape, vehicle.corners[axle].suspension.bumpMm);
  const one = [lip, liner].find(({ id }) => id === thing);
  if (one) return one;
  const template = thingsOf(axle).find(({ id }) => id === thing);
  if (!template) throw new Error(`there is no "${thing}" in the round`);
  return typicalObstacle(vehicle, template);
}
