import type { Corner, Lift, Obstacle } from '../build';
import { carrierMotion, resample } from './points';
import { POSE_STRIDE, writePose } from './poses';
import { sectionClearance, type Profile } from './profile';

type Vec = readonly [number, number, number];

/** Where a wheel stands: `hubMm` above ride height as delivered, as the sweep counts it. */
export type WheelPose = { lift: Lift; lockDeg: number; hubMm: number };

/**
 * Clearance in mm of one obstacle, its points moved by a shift, from a wheel in one pose: the distance that the sweep
 * works with, for poses and places that are on no grid. Bushing give and the other wheel of an axle are left aside.
 */
export function clearanceAt(
  { steering, suspension }: Pick<Corner, 'steering' | 'suspension'>,
  { carrier, points: given }: Pick<Obstacle, 'points' | 'carrier'>,
  { lift, lockDeg, hubMm }: WheelPose,
  profile: Profile,
): (shift: Vec) => number {
  const pose = new Float64Array(POSE_STRIDE);
  writePose(pose, 0, steering, suspension, suspension.frontArmMm, lift, lockDeg, hubMm);
  const [hx = 0, hy = 0, hz = 0, sx = 0, sy = 1, sz = 0, up = 0] = pose;
  const { riseMm, follow } = carrierMotion(carrier, lift);
  const points = resample(given);
  const onHub = carrier === 'upright';
  return ([dx, dy, dz]) => {
    let least = Infinity;
    for (const [x, y, z] of points) {
      if (onHub) {
        least = Math.min(least, sectionClearance(profile, y + dy, Math.hypot(x + dx, z + dz)));
        continue;
      }
      const vx = x + dx - hx;
      const vy = y + dy - hy;
      const vz = z + dz + riseMm + follow * up - hz;
      const a = vx * sx + vy * sy + vz * sz;
      const r = Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - a * a));
      least = Math.min(least, sectionClearance(profile, a, r));
    }
    return least;
  };
}
