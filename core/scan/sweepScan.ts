import { POSE_STRIDE } from '../clearance/poses';
import type { Profile } from '../clearance/profile';
import { clearance, clearancesInPoses, distance, sectionOf, type Section } from '../clearance/section';
import type { Tree } from './tree';

/** How the parts of a scan move: what a pose does to a part's height is `rise + follow · h'`; `upright` turn with the hub. */
export type PartMotion = { rise: number; follow: number; upright: boolean };

export type ScanSweep = {
  /** Least clearance of each pose over all points that do not turn with the hub, mm, and the part it is of. */
  map: Float64Array;
  mapPart: Int16Array;
  /** Least clearance of each part over the zone, and its pose (-1 where a part has no point). */
  least: Float64Array;
  leastPose: Int32Array;
  /** Least clearance of each point of the cloud over the zone; `FAR_MM` where it is that or more. */
  perPoint: Float32Array;
};

/** Clearances beyond this are not told apart point by point: nobody trims there. Maps and parts are exact beyond it. */
export const FAR_MM = 150;

const ROUNDING_MM = 1e-6;

export type ScanInput = {
  tree: Tree;
  motions: readonly PartMotion[];
  poseSets: readonly Float64Array[];
  inZone: Uint8Array;
  /** Lock angles of the grid: poses stand travel by travel and lock by lock. */
  locks: number;
  profile: Profile;
};

/**
 * Sweeps a whole scan, in steps so that it can tell how far it is and be stopped: iterate to the end, then the
 * result is complete. Yields the share that is done.
 *
 * Both halves rest on one bound: a clearance changes by at most 1 mm per mm, so every point of a ball of radius R
 * has at least its centre's clearance less R, and at most that plus R.
 *
 * 1. Part by part and pose by pose the tree is descended where a ball could hold a nearer point than the one that
 *    was nearest in the pose before.
 * 2. Ball by ball, from the top: of the poses that could decide for the ball above, those stay that could decide
 *    for some point of this one, which is where the centre's clearance is within 2R of the least centre's. At the
 *    points themselves a dozen poses of a thousand are left. A ball that is `FAR_MM` off in all of them is done.
 */
export function* sweepScan(input: ScanInput): Generator<number, ScanSweep> {
  const { tree, motions, inZone, profile } = input;
  const s = sectionOf(profile);
  const poseCount = inZone.length;
  const out: ScanSweep = {
    map: new Float64Array(poseCount).fill(Infinity),
    mapPart: new Int16Array(poseCount).fill(-1),
    least: new Float64Array(tree.parts).fill(Infinity),
    leastPose: new Int32Array(tree.parts).fill(-1),
    perPoint: new Float32Array(tree.order.length).fill(FAR_MM),
  };
  uprightParts(input, s, out);
  yield* sweepPoses(input, s, out);
  const total = tree.order.length || 1;
  for (let part = 0; part < tree.parts; part++) {
    if (motions[part]!.upright || tree.start[part] === tree.start[part + 1]) continue;
    for (const done of sweepPart(input, s, part, out.perPoint))
      yield 0.1 + (0.9 * (tree.start[part]! + done)) / total;
  }
  return out;
}

/** What turns with the hub has one clearance in all poses, in the upright's own frame. */
function uprightParts({ tree, motions }: ScanInput, s: Section, out: ScanSweep): void {
  for (let part = 0; part < tree.parts; part++) {
    if (!motions[part]!.upright) continue;
    for (let i = tree.start[part]!; i < tree.start[part + 1]!; i++) {
      const r = Math.hypot(tree.xyz[i * 3]!, tree.xyz[i * 3 + 2]!);
      const gap = distance(s, tree.xyz[i * 3 + 1]!, r);
      out.perPoint[tree.order[i]!] = Math.min(FAR_MM, gap);
      if (gap < out.least[part]!) {
        out.least[part] = gap;
        out.leastPose[part] = 0;
      }
    }
  }
}

/**
 * The first half: the least of every pose and of every part. Each pose begins with the points that were nearest in
 * the pose before and in the one below, and of a ball's children the nearest is opened first.
 */
function* sweepPoses(input: ScanInput, s: Section, out: ScanSweep): Generator<number> {
  const { tree, motions, poseSets, inZone, locks } = input;
  const { xyz } = tree;
  const top = tree.balls.length - 1;
  // Level, ball and the least that any of its points can have; eight children on each of eleven levels at most.
  const stack = new Float64Array(3 * 8 * 16);
  let steps = 0;
  for (const poses of poseSets)
    for (let part = 0; part < tree.parts; part++) {
      const motion = motions[part]!;
      if (motion.upright || tree.start[part] === tree.start[part + 1]) continue;
      const seeds = new Uint32Array(locks).fill(tree.start[part]!);
      for (let pose = 0; pose < inZone.length; pose++) {
        const p = pose * POSE_STRIDE;
        const lift = motion.rise + motion.follow * poses[p + 6]!;
        const lock = pose % locks;
        if (++steps % 64 === 0) yield (0.1 * pose) / inZone.length;
        let best = Infinity;
        let seed = 0;
        for (let k = lock === 0 ? 0 : lock - 1; k <= lock; k++) {
          const i = seeds[k]! * 3;
          const gap = clearance(s, poses, p, xyz[i]!, xyz[i + 1]!, xyz[i + 2]!, lift);
          if (gap >= best) continue;
          best = gap;
          seed = seeds[k]!;
        }
        let depth = 0;
        stack[depth++] = top;
        stack[depth++] = tree.first[top]![part]!;
        stack[depth++] = -Infinity;
        while (depth > 0) {
          const bound = stack[--depth]!;
          const ball = stack[--depth]!;
          const level = stack[--depth]!;
          if (bound >= best) continue;
          const from = tree.child[level]![ball]!;
          const to = tree.child[level]![ball + 1]!;
          if (level === 0) {
            for (let i = from; i < to; i++) {
              const gap = clearance(s, poses, p, xyz[i * 3]!, xyz[i * 3 + 1]!, xyz[i * 3 + 2]!, lift);
              if (gap >= best) continue;
              best = gap;
              seed = i;
            }
            continue;
          }
          const balls = tree.balls[level - 1]!;
          let nearest = Infinity;
          for (let child = from; child < to; child++) {
            const b = child * 4;
            const centre = clearance(s, poses, p, balls[b]!, balls[b + 1]!, balls[b + 2]!, lift);
            const least = centre - balls[b + 3]! - ROUNDING_MM;
            if (least >= best) continue;
            stack[depth] = level - 1;
            stack[depth + 1] = child;
            stack[depth + 2] = least;
            // The nearest so far is kept on top: what stood there moves up one place.
            if (least > nearest) {
              for (let k = 0; k < 3; k++) {
                const under = stack[depth - 3 + k]!;
                stack[depth - 3 + k] = stack[depth + k]!;
                stack[depth + k] = under;
              }
            } else nearest = least;
            depth += 3;
          }
        }
        seeds[lock] = seed;
        if (best < out.map[pose]!) {
          out.map[pose] = best;
          out.mapPart[pose] = part;
        }
        if (inZone[pose] === 1 && best < out.least[part]!) {
          out.least[part] = best;
          out.leastPose[part] = pose;
        }
      }
    }
}

/** Candidates of one level: which poses (set and pose in one number) and the clearance of the ball's centre in each. */
type Candidates = { pose: Int32Array; gap: Float64Array; count: number };

/** The second half, for one part: the least of every point. Yields how many of its points are done. */
function* sweepPart(
  { tree, motions, poseSets, inZone }: ScanInput,
  s: Section,
  part: number,
  perPoint: Float32Array,
): Generator<number> {
  const { rise, follow } = motions[part]!;
  const top = tree.balls.length - 1;
  // All poses of the zone, of all sets, as one list.
  const all = new Float64Array(poseSets.length * inZone.length * POSE_STRIDE);
  let poses = 0;
  for (const set of poseSets)
    for (let pose = 0; pose < inZone.length; pose++)
      if (inZone[pose] === 1) {
        all.set(set.subarray(pose * POSE_STRIDE, (pose + 1) * POSE_STRIDE), poses * POSE_STRIDE);
        poses++;
      }
  const lifts = new Float64Array(poses);
  for (let k = 0; k < poses; k++) lifts[k] = rise + follow * all[k * POSE_STRIDE + 6]!;
  const levels: Candidates[] = Array.from({ length: top + 2 }, () => ({
    pose: new Int32Array(poses),
    gap: new Float64Array(poses),
    count: 0,
  }));
  const start = levels[top + 1]!;
  for (let k = 0; k < poses; k++) start.pose[k] = k;
  start.count = poses;
  const scratch = new Float64Array(poses);
  let done = 0;

  /** Narrows the poses of the ball above down to those that can decide for a point of this ball; false: all far. */
  const narrow = (level: number, ball: number): boolean => {
    const above = levels[level + 1]!;
    const mine = levels[level]!;
    const balls = tree.balls[level]!;
    const b = ball * 4;
    const x = balls[b]!;
    const y = balls[b + 1]!;
    const z = balls[b + 2]!;
    const radius = balls[b + 3]!;
    const least = clearancesInPoses(s, all, lifts, above.pose, above.count, x, y, z, mine.gap);
    if (least - radius >= FAR_MM) return false;
    const bound = least + 2 * radius + ROUNDING_MM;
    let count = 0;
    for (let k = 0; k < above.count; k++) if (mine.gap[k]! <= bound) mine.pose[count++] = above.pose[k]!;
    mine.count = count;
    return true;
  };

  const leaf = (ball: number): void => {
    const { pose, count } = levels[0]!;
    const from = tree.child[0]![ball]!;
    const to = tree.child[0]![ball + 1]!;
    for (let i = from; i < to; i++) {
      const x = tree.xyz[i * 3]!;
      const y = tree.xyz[i * 3 + 1]!;
      const z = tree.xyz[i * 3 + 2]!;
      const best = clearancesInPoses(s, all, lifts, pose, count, x, y, z, scratch);
      perPoint[tree.order[i]!] = Math.min(FAR_MM, best);
    }
    done = to - tree.start[part]!;
  };

  const stack: [level: number, ball: number][] = [[top, tree.first[top]![part]!]];
  let steps = 0;
  for (let entry = stack.pop(); entry; entry = stack.pop()) {
    const [level, ball] = entry;
    if (++steps % 512 === 0) yield done;
    // What is passed over is told with the next leaf: points stand in the order in which balls are visited.
    if (!narrow(level, ball)) continue;
    if (level === 0) {
      leaf(ball);
      continue;
    }
    const children = tree.child[level]!;
    for (let child = children[ball + 1]! - 1; child >= children[ball]!; child--)
      stack.push([level - 1, child]);
  }
}
