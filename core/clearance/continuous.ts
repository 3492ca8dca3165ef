import { shiftedLift, type SweepCorner } from './corner';
import { downhill, downValleys } from './descent';
import { emptyResult, type NearPoses, type SweepResult } from './kernel';
import { CHUNK, resampled, type FlatObstacles } from './points';
import { POSE_STRIDE, writePose } from './poses';
import type { Profile } from './profile';
import { clearance, clearancesOfPlaces, sectionOf, type Section } from './section';
import type { ZoneBox } from './zone';

/** Least clearance of each obstacle over the whole zone, mm, and the pose in which it is: between those of the grid too. */
export type WholeLeast = { least: Float64Array; lockDeg: Float64Array; hubMm: Float64Array };

/** How far over the least of the grid a pose may be and still lead to less, mm: as far as that is known, on a grid as fine as the default. */
const SLACK_MM = 1.5;
const DEEP_SLACK_MM = 5;
const DEFAULT_STEP_DEG = 1.65;
/** Of two places the nearer one gains about as much by a closer look as the other: this many times as much is looked for. */
const GAIN = 2;
const LEAST_GAIN_MM = 0.3;
/** Places from which one obstacle is looked at more closely, at most. */
const PLACES = 16;

const holds = ({ lockDeg, hubMm }: ZoneBox, lock: number, hub: number): boolean =>
  lock >= lockDeg[0] - 1e-9 && lock <= lockDeg[1] + 1e-9 && hub >= hubMm[0] - 1e-9 && hub <= hubMm[1] + 1e-9;

/** One obstacle against a wheel, in poses that are given as a list and where in it a pose begins. */
function measured(
  { xyz, rise, follow, chunkStart, chunkPoint, ball }: FlatObstacles,
  section: Section,
  i: number,
) {
  const lift = (set: Float64Array, at: number): number => rise[i]! + follow[i]! * set[at + 6]!;
  const [firstRun, endRun] = [chunkStart[i]!, chunkStart[i + 1]!];
  const ofBalls = new Float64Array(endRun - firstRun);
  const ofPoints = new Float64Array(CHUNK);
  return {
    /** Clearance of a point of the flat list, by its number. */
    point: (p: number, set: Float64Array, at: number): number =>
      clearance(section, set, at, xyz[p * 3]!, xyz[p * 3 + 1]!, xyz[p * 3 + 2]!, lift(set, at)),
    /** The least clearance of a run of points. */
    run: (chunk: number, set: Float64Array, at: number): number =>
      clearancesOfPlaces(
        section,
        set,
        at,
        xyz,
        3,
        chunkPoint[chunk]!,
        chunkPoint[chunk + 1]!,
        lift(set, at),
        ofPoints,
      ),
    /** Calls back for each run whose ball lets one of its points be under a bound. */
    eachRunUnder: (set: Float64Array, at: number, boundMm: number, visit: (chunk: number) => void): void => {
      clearancesOfPlaces(section, set, at, ball, 4, firstRun, endRun, lift(set, at), ofBalls);
      for (let k = 0; k < ofBalls.length; k++)
        if (ofBalls[k]! - ball[(firstRun + k) * 4 + 3]! < boundMm) visit(firstRun + k);
    },
  };
}

type Measured = ReturnType<typeof measured>;

/** Calls back for each pose that a sweep came near obstacle `i` in, where it may be under `bound()`. */
function eachPoseUnder(
  { pose, lowMm, count }: NearPoses,
  i: number,
  bound: () => number,
  visit: (pose: number) => void,
): void {
  for (let k = 0; k < count[i]!; k++) if (lowMm[i]![k]! < bound()) visit(pose[i]![k]!);
}

/** By how much the grid alone makes an obstacle's clearance too good, mm. */
export const gainOf = (grid: SweepResult, whole: WholeLeast, i: number): number => {
  const gainMm = (grid.least[i] ?? 0) - (whole.least[i] ?? 0);
  return Number.isFinite(gainMm) ? Math.max(0, gainMm) : 0;
};

/** How far over an obstacle's least the poses of a sweep are to be told for `wholeLeast`, mm. */
export function slackFor({ grid }: Pick<SweepCorner, 'grid'>): number {
  const step = Math.abs((grid.lockDeg[1] ?? 0) - (grid.lockDeg[0] ?? 0));
  return SLACK_MM * Math.max(1, step / DEFAULT_STEP_DEG);
}

/**
 * What a sweep of the same corner with a larger wheel finds, from the poses that it came near in with the smaller one: whose
 * slack has to be what the larger one stands out by, and `slackFor` besides. Its map stays empty.
 */
export function leastNear(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  near: readonly NearPoses[],
  largerByMm: number,
): SweepResult {
  const { flat, poseSets } = corner;
  const out = emptyResult(0, flat.count);
  const section = sectionOf(profile);
  near.forEach((ways, w) => {
    const set = poseSets[w]!;
    for (let i = 0; i < flat.count; i++) {
      const { run, eachRunUnder } = measured(flat, section, i);
      let best = out.least[i]! - cut[i]!;
      eachPoseUnder(
        ways,
        i,
        () => best + largerByMm,
        (pose) =>
          eachRunUnder(set, pose * POSE_STRIDE, best, (chunk) => {
            const mm = run(chunk, set, pose * POSE_STRIDE);
            if (mm >= best) return;
            best = mm;
            out.least[i] = mm + cut[i]!;
            out.leastPose[i] = pose;
          }),
      );
    }
  });
  return out;
}

/**
 * The least clearance of each of obstacle `i`'s measured points over the poses that a sweep came near in, mm; Infinity for those
 * that come nowhere within `upToMm`. What was put between two of them is as sure as both and counts for neither.
 */
export function leastByPoint(
  corner: SweepCorner,
  profile: Profile,
  cutMm: number,
  near: readonly NearPoses[],
  i: number,
  upToMm: number,
): number[] {
  const { flat, poseSets } = corner;
  const { points } = corner.corner.obstacles[i]!;
  const from = resampled(points).from;
  const least = points.map(() => Infinity);
  const { point, eachRunUnder } = measured(flat, sectionOf(profile), i);
  const bound = (): number => upToMm - cutMm;
  near.forEach((ways, w) => {
    const set = poseSets[w]!;
    eachPoseUnder(ways, i, bound, (pose) =>
      eachRunUnder(set, pose * POSE_STRIDE, upToMm - cutMm, (chunk) => {
        for (let p = flat.chunkPoint[chunk]!; p < flat.chunkPoint[chunk + 1]!; p++) {
          const reading = from[p - flat.start[i]!]!;
          if (!Number.isInteger(reading)) continue;
          const mm = point(p, set, pose * POSE_STRIDE) + cutMm;
          if (mm < upToMm && mm < least[reading]!) least[reading] = mm;
        }
      }),
    );
  });
  return least;
}

type Found = { mm: number; pose: number; chunk: number };

/**
 * The least clearance of each obstacle over the whole zone to about 0.05 mm, from what a sweep of the grid found and the poses
 * that it came near in (`near`, one for each way of the corner). Where a run of points comes within `SLACK_MM` of the least of
 * the grid, it is looked at between the poses of the grid and up to the zone's own limits. Without `near` only about the least
 * pose of the grid: enough for a second wheel beside one that was looked at whole.
 */
export function wholeLeast(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  grid: SweepResult,
  near: readonly NearPoses[] | null,
): WholeLeast {
  const { poses, boxes, motionCases, poseSets, passed, flat } = corner;
  const least = Float64Array.from(grid.least);
  const lockDeg = Float64Array.from(grid.leastPose, (pose) => poses.lockDeg[pose] ?? 0);
  const hubMm = Float64Array.from(grid.leastPose, (pose) => poses.hubMm[pose] ?? 0);
  const lockStep = Math.abs((corner.grid.lockDeg[1] ?? 0) - (corner.grid.lockDeg[0] ?? 0)) / 2;
  const hubStep = ((corner.grid.hubMm[1] ?? 0) - (corner.grid.hubMm[0] ?? 0)) / 2;
  const coarse = Math.max(1, (2 * lockStep) / DEFAULT_STEP_DEG);
  const section = sectionOf(profile);
  const pose = new Float64Array(POSE_STRIDE);

  /** The runs of an obstacle's points that come near, nearest first. */
  const nearRuns = (i: number, w: number, { run, eachRunUnder }: Measured, boundMm: number): Found[] => {
    const set = poseSets[w]!;
    const found: Found[] = [];
    const bound = (): number => boundMm;
    const look = (pose: number): void =>
      eachRunUnder(set, pose * POSE_STRIDE, boundMm, (chunk) => {
        const mm = run(chunk, set, pose * POSE_STRIDE);
        if (mm < boundMm) found.push({ mm, pose, chunk });
      });
    if (near) eachPoseUnder(near[w]!, i, bound, look);
    else look(grid.leastPose[i]!);
    return found.sort((one, other) => one.mm - other.mm);
  };

  /** Whether two finds are of one run of points and of poses side by side: they lead to the same place. */
  const together = (one: Found, other: Found): boolean =>
    one.chunk === other.chunk &&
    Math.abs(poses.lockDeg[one.pose]! - poses.lockDeg[other.pose]!) < 2.1 * lockStep + 1e-9 &&
    Math.abs(poses.hubMm[one.pose]! - poses.hubMm[other.pose]!) < 2.1 * hubStep + 1e-9;

  motionCases.forEach((way, w) => {
    const lift = shiftedLift(corner.lift, way);
    for (let i = 0; i < flat.count; i++) {
      if (passed[w]![i] === 1 || grid.leastPose[i]! < 0 || near?.[w]?.count[i] === 0) continue;
      const gridMm = grid.least[i]! - cut[i]!;
      // Deep inside the wheel the clearance changes steeply from pose to pose, and outside of it hardly.
      const deep = gridMm < -0.6 * profile.shoulderMm;
      const slack = coarse * (deep ? DEEP_SLACK_MM : SLACK_MM);
      const looked: Found[] = [];
      const obstacle = measured(flat, section, i);
      for (const one of nearRuns(i, w, obstacle, gridMm + slack)) {
        if (looked.length >= PLACES) break;
        const nowMm = least[i]! - cut[i]!;
        const gainMm = Math.max(LEAST_GAIN_MM * coarse, GAIN * (gridMm - nowMm));
        if (looked.length > 0 && !deep && one.mm > nowMm + gainMm) break;
        if (looked.some((before) => together(before, one))) continue;
        looked.push(one);
        const at = (lock: number, hub: number): number => {
          writePose(pose, 0, corner.steering, way.linkage, lift, lock, hub);
          return obstacle.run(one.chunk, pose, 0);
        };
        const from = { lockDeg: poses.lockDeg[one.pose]!, hubMm: poses.hubMm[one.pose]!, mm: one.mm };
        for (const box of boxes) {
          if (!holds(box, from.lockDeg, from.hubMm)) continue;
          let end = downhill(at, box, from, lockStep, hubStep);
          if (end.mm < -profile.shoulderMm) end = downValleys(at, box, end, lockStep, hubStep);
          if (end.mm >= least[i]! - cut[i]!) continue;
          least[i] = end.mm + cut[i]!;
          lockDeg[i] = end.lockDeg;
          hubMm[i] = end.hubMm;
        }
      }
    }
  });

  // Each descent followed one run of points in one motion case: in the pose that it ended in another that was swept may be nearer by a hair.
  motionCases.forEach((way, w) => {
    const lift = shiftedLift(corner.lift, way);
    for (let i = 0; i < flat.count; i++) {
      if (passed[w]![i] === 1 || near?.[w]?.count[i] === 0 || !(least[i]! < grid.least[i]!)) continue;
      writePose(pose, 0, corner.steering, way.linkage, lift, lockDeg[i]!, hubMm[i]!);
      const { run, eachRunUnder } = measured(flat, section, i);
      eachRunUnder(pose, 0, least[i]! - cut[i]!, (chunk) => {
        least[i] = Math.min(least[i]!, run(chunk, pose, 0) + cut[i]!);
      });
    }
  });
  return { least, lockDeg, hubMm };
}
