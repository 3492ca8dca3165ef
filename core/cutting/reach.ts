import type { Vec } from '../geometry/vec';
import type { SweepCorner } from '../clearance/corner';
import { POSE_STRIDE } from '../clearance/poses';
import { sectionClearance, type Profile } from '../clearance/profile';

/** Clearance of a point over the zone, and the pose of the grid in which it is least; -1 for what rides on the hub. */
export type Reach = { clearanceMm: number; pose: number };

/**
 * A function that gives the least clearance in mm, over every pose of the zone and every way of the corner, of a point
 * that obstacle `i` would carry: what the sweep gives for the obstacle's own points, for points that are not there yet.
 */
export function reachOf(
  { flat, poseSets, inZone }: SweepCorner,
  profile: Profile,
  i: number,
): (point: Vec) => Reach {
  const rise = flat.rise[i] ?? 0;
  const follow = flat.follow[i] ?? 0;
  if (flat.upright[i] === 1)
    return ([x, y, z]) => ({ clearanceMm: sectionClearance(profile, y, Math.hypot(x, z)), pose: -1 });
  return ([x, y, z]) => {
    let clearanceMm = Infinity;
    let pose = -1;
    for (const poses of poseSets)
      for (let k = 0; k < inZone.length; k++) {
        if (inZone[k] === 0) continue;
        const p = k * POSE_STRIDE;
        const vx = x - (poses[p] ?? 0);
        const vy = y - (poses[p + 1] ?? 0);
        const vz = z + rise + follow * (poses[p + 6] ?? 0) - (poses[p + 2] ?? 0);
        const a = vx * (poses[p + 3] ?? 0) + vy * (poses[p + 4] ?? 0) + vz * (poses[p + 5] ?? 0);
        const r = Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - a * a));
        const here = sectionClearance(profile, a, r);
        if (here < clearanceMm) [clearanceMm, pose] = [here, k];
      }
    return { clearanceMm, pose };
  };
}
