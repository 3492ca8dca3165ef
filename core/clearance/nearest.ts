import type { Use } from '../format/use';
import { vecOf, type Vec } from '../geometry/vec';
import { USUAL_GIVE_MM } from '../vehicle/partChecks';
import type { SweepCorner } from './corner';
import { POSE_STRIDE } from './poses';
import { sectionClearance, type Profile } from './profile';
import { RIDE_SPREAD_MM } from './spread';

/** Where an obstacle comes nearest in one pose of the grid. */
export type NearestPoint = {
  clearanceMm: number;
  /** Number of the point among all of the corner's flat points. */
  point: number;
  /** Change of the clearance per mm that the obstacle rises, from -1 to 1; 0 for what rides on the hub. */
  perMmUp: number;
  /** The same per mm that the wheel goes forward. */
  perMmForward: number;
  /** How much of the clearance lies along each axis there, 0 to 1. */
  along: Vec;
};

/**
 * What one standard deviation of the ride height, and of bushings that nobody measured, does to a clearance where an obstacle is
 * nearest in a pose, mm; signed. A bump or droop stop holds the wheel at any ride height; bushings that were measured are swept.
 */
export function motionSpread(
  { poses, travel, corner }: SweepCorner,
  { perMmUp, perMmForward }: NearestPoint,
  { rideSpreadMm = RIDE_SPREAD_MM }: Pick<Use, 'rideSpreadMm'>,
  pose: number,
): { rideMm: number; giveMm: number } {
  const hub = poses.hubMm[pose];
  const atStop = hub === travel.fullBumpMm || hub === travel.fullDroopMm;
  return {
    rideMm: atStop ? 0 : perMmUp * rideSpreadMm,
    giveMm: corner.suspension.complianceMm === undefined ? perMmForward * USUAL_GIVE_MM : 0,
  };
}

/** How much of a clearance lies along each axis, from what it changes by per mm ahead and up. */
function alongOf(perMmAhead: number, perMmUp: number): Vec {
  const level = Math.min(1, Math.abs(perMmAhead));
  const up = Math.min(1, Math.abs(perMmUp));
  return [level, Math.sqrt(Math.max(0, 1 - level ** 2 - up ** 2)), up];
}

const HALF_MM = 0.5;

/** The point of obstacle `i` that is nearest to the wheel in a pose of the grid, in the way where it is nearest. */
export function nearestPoint(
  { flat, poseSets, passed }: SweepCorner,
  profile: Profile,
  i: number,
  pose: number,
): NearestPoint {
  const { xyz, start, rise, follow, upright } = flat;
  let best: NearestPoint = {
    clearanceMm: Infinity,
    point: start[i]!,
    perMmUp: 0,
    perMmForward: 0,
    along: [0, 1, 0],
  };
  if (upright[i] === 1) {
    for (let q = start[i]!; q < start[i + 1]!; q++) {
      const [x, y, z] = vecOf(xyz.subarray(q * 3, q * 3 + 3));
      const r = Math.hypot(x, z);
      const clearanceMm = sectionClearance(profile, y, r);
      if (clearanceMm >= best.clearanceMm) continue;
      const perMmOut = sectionClearance(profile, y, r + HALF_MM) - sectionClearance(profile, y, r - HALF_MM);
      const along = r > 0 ? alongOf((perMmOut * x) / r, (perMmOut * z) / r) : best.along;
      best = { ...best, clearanceMm, point: q, along };
    }
    return best;
  }
  const p = pose * POSE_STRIDE;
  for (const [way, poses] of poseSets.entries()) {
    if (passed[way]?.[i] === 1) continue;
    const [hx, hy, hz, sx, sy, sz, up] = poses.subarray(p, p + POSE_STRIDE) as unknown as number[] &
      [number, number, number, number, number, number, number];
    const at = (q: number, raisedMm: number, aheadMm = 0): number => {
      const vx = xyz[q * 3]! - hx - aheadMm;
      const vy = xyz[q * 3 + 1]! - hy;
      const vz = xyz[q * 3 + 2]! + rise[i]! + follow[i]! * up + raisedMm - hz;
      const a = vx * sx + vy * sy + vz * sz;
      return sectionClearance(profile, a, Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - a * a)));
    };
    for (let q = start[i]!; q < start[i + 1]!; q++) {
      const clearanceMm = at(q, 0);
      if (clearanceMm >= best.clearanceMm) continue;
      const perMmUp = at(q, HALF_MM) - at(q, -HALF_MM);
      const perMmForward = at(q, 0, HALF_MM) - at(q, 0, -HALF_MM);
      best = { clearanceMm, point: q, perMmUp, perMmForward, along: alongOf(perMmForward, perMmUp) };
    }
  }
  return best;
}
