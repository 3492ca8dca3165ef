import type { SweepCorner } from '../../core/clearance/corner';
import { POSE_STRIDE } from '../../core/clearance/poses';
import type { Profile } from '../../core/clearance/profile';

/**
 * The arithmetic of the sweep and nothing else: every point against every pose, one running minimum, no
 * obstacles, map, zone or cuts. What the kernel keeps beside it is measured against this.
 */
export function bareLoop(corner: SweepCorner, poses: Float64Array, profile: Profile): number {
  const { xyz } = corner.flat;
  const centre = profile.centreMm;
  const radius = profile.shoulderMm;
  const tireU = profile.tireHalfWidthMm - radius;
  const tireMid = (profile.tireInnerMm + profile.tireOuterMm) / 2;
  const tireW = (profile.tireOuterMm - profile.tireInnerMm) / 2 - radius;
  const rimU = profile.rimHalfWidthMm;
  const rimMid = (profile.rimInnerMm + profile.rimOuterMm) / 2;
  const rimW = (profile.rimOuterMm - profile.rimInnerMm) / 2;
  let best = Infinity;
  for (let p = 0; p < poses.length; p += POSE_STRIDE) {
    const hx = poses[p]!;
    const hy = poses[p + 1]!;
    const hz = poses[p + 2]!;
    const sx = poses[p + 3]!;
    const sy = poses[p + 4]!;
    const sz = poses[p + 5]!;
    let least = Infinity;
    for (let q = 0; q < xyz.length; q += 3) {
      const vx = xyz[q]! - hx;
      const vy = xyz[q + 1]! - hy;
      const vz = xyz[q + 2]! - hz;
      const a = vx * sx + vy * sy + vz * sz;
      const rest = vx * vx + vy * vy + vz * vz - a * a;
      const r = rest > 0 ? Math.sqrt(rest) : 0;
      const u = Math.abs(a - centre);
      const tu = u - tireU;
      const tw = Math.abs(r - tireMid) - tireW;
      const tire = (tu > 0 && tw > 0 ? Math.sqrt(tu * tu + tw * tw) : tu > tw ? tu : tw) - radius;
      if (tire < least) least = tire;
      const ru = u - rimU;
      const rw = Math.abs(r - rimMid) - rimW;
      const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
      if (rim < least) least = rim;
    }
    if (least < best) best = least;
  }
  return best;
}
