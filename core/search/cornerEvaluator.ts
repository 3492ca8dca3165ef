import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import {
  cutDepths,
  denser,
  nearestZero,
  sweepCorner,
  sweepInputOf,
  type SweepCorner,
} from '../clearance/corner';
import type { Family } from '../clearance/family';
import { gradeOf, type Grade } from '../clearance/grade';
import { POSE_STRIDE } from '../clearance/poses';
import type { Profile } from '../clearance/profile';
import { mayKiss, posesBeforeRub } from '../clearance/rub';
import { buildSilhouette } from '../clearance/silhouette';
import { usableLock } from '../clearance/usableLock';
import { blocked, blockedPoints, judgeBlocked, type BlockedSilhouette, type Front } from './blocks';

/** What one corner says of one wheel. `metMm[i]` is set for obstacles that are met (below 0), and above 0 for the rest. */
export type CornerVerdict = { grade: Grade; leastMm: number; metMm: Float64Array };

export type JudgedCorner = {
  corner: SweepCorner;
  /** Its verdict; the same object each time, to be read before the next call. */
  judge: (profile: Profile, rimOf: number) => CornerVerdict;
  /** Share of the inside lock that can be used at ride height, as the map of the whole sweep says. */
  lockKept: (profile: Profile) => number;
};

/** Where every obstacle point stands in the wheel's section plane in one pose, in all ways. */
function foldPose({ flat, poseSets, passed }: SweepCorner, pose: number): Front {
  const a: number[] = [];
  const r: number[] = [];
  const start = new Int32Array(flat.count + 1);
  const p = pose * POSE_STRIDE;
  for (let i = 0; i < flat.count; i++) {
    for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3) {
      const [x, y, z] = [flat.xyz[q]!, flat.xyz[q + 1]!, flat.xyz[q + 2]!];
      if (flat.upright[i] === 1) {
        a.push(y);
        r.push(Math.hypot(x, z));
        continue;
      }
      for (const [way, poses] of poseSets.entries()) {
        if (passed[way]?.[i] === 1) continue;
        const [vx, vy] = [x - poses[p]!, y - poses[p + 1]!];
        const vz = z + flat.rise[i]! + flat.follow[i]! * poses[p + 6]! - poses[p + 2]!;
        const along = vx * poses[p + 3]! + vy * poses[p + 4]! + vz * poses[p + 5]!;
        a.push(along);
        r.push(Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - along * along)));
      }
    }
    start[i + 1] = a.length;
  }
  return { a: Float64Array.from(a), r: Float64Array.from(r), start };
}

/** The lock that a wheel keeps at ride height toward the inside, as the map of the whole sweep says; a share of all of it. */
function lockKeeper(corner: SweepCorner, cut: Float64Array): (profile: Profile) => number {
  const full = corner.corner.steering?.lockInsideDeg;
  if (!full) return () => 1;
  const { lockDeg, travelMm } = corner.grid;
  const row = nearestZero(travelMm) * lockDeg.length;
  // Outward from the last angle that is not inside: the crossing may lie before the first that is.
  const from = Math.max(0, lockDeg.findIndex((angle) => angle >= 0) - 1);
  const angles = lockDeg.slice(from);
  const order = Int32Array.from({ length: corner.flat.count }, (_, i) => i);
  const least = new Float64Array(corner.flat.count);
  let poses: BlockedSilhouette[] | undefined;
  const gaps: number[] = [];
  return (profile) => {
    poses ??= angles.map((_, i) => blockedPoints(foldPose(corner, row + from + i), corner.flat.count));
    gaps.length = 0;
    for (const [i, pose] of poses.entries()) {
      const gap = judgeBlocked(pose, profile, 0, cut, least, order);
      gaps.push(gap);
      // The walk ends where it meets something: what is beyond does not matter.
      if (gap < 0 && angles[i]! >= 0) break;
    }
    return usableLock(angles.slice(0, gaps.length), gaps).inside / full;
  };
}

/**
 * One corner of a build with its lift, ready to be asked about very many wheels: the silhouette is folded once, and every
 * profile of the family is judged against it as `assess` would judge it, to 0.05 mm. The family has to hold them all.
 */
export function judgedCorner(build: Build, axle: AxleName, family: Family): JudgedCorner {
  const { vehicle, package: pack, use } = build;
  const corner = sweepCorner(sweepInputOf({ vehicle, package: pack, use }, axle));
  const { obstacles } = corner.corner;
  const cut = cutDepths(obstacles, pack.cuts);
  const dense = denser(corner);
  const folded = blocked(buildSilhouette(dense, family));
  // The liner may be kissed in the last of the lock: what it is judged by before that, where the policy is in force.
  const kissing = use.rub === 'liner-kiss' ? posesBeforeRub(dense) : null;
  let before: BlockedSilhouette | undefined;
  const count = obstacles.length;
  const least = new Float64Array(count);
  const early = new Float64Array(count);
  const order = Int32Array.from({ length: count }, (_, i) => i);
  const standing = new Float64Array(count);
  // The missing clearance is the least that a cut has to be deep; what is shown is judged by the real cut.
  const mayBeCut = (i: number): boolean => obstacles[i]!.cutMm - cut[i]! >= use.marginMm - least[i]!;
  const verdict: CornerVerdict = { grade: 'free', leastMm: 0, metMm: least };
  const kisses = (i: number): boolean => mayKiss(obstacles[i]!.material, least[i]!);
  return {
    corner,
    judge: (profile, rimOf) => {
      verdict.leastMm = judgeBlocked(folded, profile, rimOf, cut, least, order);
      standing.set(least);
      if (kissing && obstacles.some((_, i) => kisses(i))) {
        before ??= blocked(buildSilhouette(kissing, family));
        judgeBlocked(before, profile, rimOf, cut, early, order);
        for (let i = 0; i < count; i++) if (kisses(i) && early[i]! >= 0) standing[i] = 0;
      }
      verdict.grade = gradeOf(standing, use.marginMm, mayBeCut);
      return verdict;
    },
    lockKept: lockKeeper(corner, cut),
  };
}
