import type { AxleName } from '../format/names';
import type { Build, Corner, Steering, Vehicle, Use } from '../format/build';
import type { Side } from '../format/names';
import { travelOf, type Travel } from '../vehicle/travel';
import { leastNear, slackFor, wholeLeast, type WholeLeast } from './continuous';
import { emptyResult, nearPoses, sweep, sweepUpright, type NearPoses, type SweepResult } from './kernel';
import { flatten, type FlatObstacles } from './points';
import { linkageOf, sidesApart, type Linkage } from './linkage';
import { poseGrid, poseList, posesOf, type PoseGrid, type PoseList } from './poses';
import { standsOutMm, type Profile } from './profile';
import { zoneBoxes, zoneEdges, zoneLimits, zoneMask, type ZoneBox } from './zone';
import { placedParts } from '../vehicle/parts';
import type { Lift, Package } from '../format/package';

/**
 * One way in which a corner's wheel moves: on which front-view arm it swings (a solid axle swings on half its
 * track when one wheel is up and the other down), how far its bushings have let it go forward, and which way a track bar
 * takes it.
 */
export type MotionCase = {
  linkage: Linkage;
  crossed: boolean;
  foreAftMm: number;
  /** Of which side's wheel it is; null where both move alike. */
  side: Side | null;
};

/** Everything about one corner that the sweep needs and that no tire or wheel changes. */
export type SweepCorner = {
  /** What it was made from. */
  input: SweepInput;
  axle: AxleName;
  /** Its parts as the package leaves them: what was taken off has no points. */
  corner: Corner;
  /** Its steering up to the lock stop, where one is set. */
  steering: Steering | undefined;
  lift: Lift;
  travel: Travel;
  grid: PoseGrid;
  /** The grid's poses, and behind them those on the zone's own limits, which lie between rows of the grid. */
  poses: PoseList;
  /** One set of poses for each way, and 1 for every obstacle that is not held against it. */
  motionCases: MotionCase[];
  poseSets: Float64Array[];
  passed: Uint8Array[];
  /** 1 for each pose that the zone counts. */
  inZone: Uint8Array;
  /** The zone as a whole, not only its poses: one box or two that overlap. */
  boxes: ZoneBox[];
  flat: FlatObstacles;
};

/**
 * Everything that the sweep of a corner depends on, and nothing else. Each is named, none is optional: whoever asks for a sweep and
 * leaves one out does not compile, so that no two places of the application can show two different sweeps of one build.
 */
export type SweepInput = {
  vehicle: Vehicle;
  axle: AxleName;
  lift: Package['lift'];
  sagMm: Package['sagMm'];
  lockStopDeg: Package['lockStopDeg'];
  moves: Package['moves'];
  removed: Package['removed'];
  grid: Use['grid'];
  zone: Use['zone'];
  zoneLimits: Use['zoneLimits'];
};

/** What of a build one corner's sweep depends on. */
export function sweepInputOf(
  { vehicle, package: pack, use }: Pick<Build, 'vehicle' | 'package' | 'use'>,
  axle: AxleName,
): SweepInput {
  const { lift, sagMm, lockStopDeg, moves, removed } = pack;
  const { grid, zone, zoneLimits } = use;
  return { vehicle, axle, lift, sagMm, lockStopDeg, moves, removed, grid, zone, zoneLimits };
}

/** Front-view arms that a corner swings on: its own, and half the track where a solid axle tilts. */
export function frontArms(vehicle: Vehicle, axle: AxleName): (number | null)[] {
  const { suspension } = vehicle.corners[axle];
  return suspension.kind === 'solid'
    ? [suspension.frontArmMm, vehicle.trackMm[axle] / 2]
    : [suspension.frontArmMm];
}

/** Steering with a lock stop: the inside wheel up to the stop, the outside wheel up to the same share of its lock. */
export function stoppedSteering(
  steering: Steering | undefined,
  lockStopDeg: number | undefined,
): Steering | undefined {
  if (!steering || lockStopDeg === undefined || lockStopDeg >= steering.lockInsideDeg) return steering;
  return {
    ...steering,
    lockInsideDeg: lockStopDeg,
    lockOutsideDeg: (steering.lockOutsideDeg * lockStopDeg) / steering.lockInsideDeg,
  };
}

/** Every way of a corner. Bushings are swept at both ends and between: the gap is not least at an end always. */
function motionCasesOf(vehicle: Vehicle, axle: AxleName): MotionCase[] {
  const { suspension } = vehicle.corners[axle];
  const { complianceMm = 0 } = suspension;
  const shifts = complianceMm > 0 ? [0, -complianceMm, complianceMm] : [0];
  return shifts.flatMap((foreAftMm) =>
    frontArms(vehicle, axle).flatMap((frontArmMm, i) =>
      // With one wheel up and the other down a bar is taken to hold the axle where it is.
      (i > 0 ? [null] : sidesApart(suspension)).map((side): MotionCase => ({
        linkage: linkageOf(suspension, frontArmMm, side),
        crossed: i > 0,
        foreAftMm,
        side,
      })),
    ),
  );
}

/** The lift with the wheel moved along the vehicle by what its bushings give. */
export function shiftedLift(lift: Lift, { foreAftMm }: MotionCase): Lift {
  return foreAftMm === 0 ? lift : { ...lift, foreAftMm: lift.foreAftMm + foreAftMm };
}

/** Whether something that stands on one side alone is on the other one. */
export const otherSide = (stands: Side | undefined, side: Side | null): boolean =>
  stands !== undefined && side !== null && stands !== side;

export function sweepCorner(input: SweepInput): SweepCorner {
  const { vehicle, axle } = input;
  const asMeasured = vehicle.corners[axle];
  const corner = { ...asMeasured, obstacles: placedParts(asMeasured.obstacles, input) };
  const lift = input.lift[axle];
  const travel = travelOf(corner.suspension, lift, input.sagMm[axle]);
  const steering = stoppedSteering(corner.steering, input.lockStopDeg);
  const grid = poseGrid(steering, travel, input.grid);
  const motionCases = motionCasesOf(vehicle, axle);
  // Shares are of the lock as delivered: at speed nobody steers further because a stop was set.
  const limits = zoneLimits(input);
  const mask = zoneMask(grid, corner.steering, travel, limits);
  const boxes = zoneBoxes(grid, corner.steering, travel, limits);
  const poses = poseList(grid, zoneEdges(grid, boxes));
  const inZone = new Uint8Array(poses.hubMm.length).fill(1);
  inZone.set(mask);
  const flat = flatten(corner.obstacles, lift);
  return {
    input,
    axle,
    corner,
    steering,
    lift,
    travel,
    grid,
    poses,
    motionCases,
    poseSets: motionCases.map((way) => posesOf(poses, steering, way.linkage, shiftedLift(lift, way))),
    passed: motionCases.map(({ side }) =>
      flat.upright.map((up, i) => (up === 1 || otherSide(corner.obstacles[i]?.side, side) ? 1 : 0)),
    ),
    inZone,
    boxes,
    flat,
  };
}

/** Depth that counts for each obstacle: what was decided, and never more than may be cut. */
export function cutDepths(obstacles: Corner['obstacles'], cuts: Package['cuts']): Float64Array {
  return Float64Array.from(obstacles, ({ id, cutMm }) =>
    Math.min(cuts.find(({ obstacle }) => obstacle === id)?.depthMm ?? 0, cutMm),
  );
}

/** Index of the value nearest to 0. */
export function nearestZero(values: readonly number[]): number {
  return values.reduce(
    (best, value, i) => (Math.abs(value) < Math.abs(values[best] ?? Infinity) ? i : best),
    0,
  );
}

/** The grid pose nearest to straight ahead at ride height. */
export function standingPose({ grid }: SweepCorner): number {
  return nearestZero(grid.travelMm) * grid.lockDeg.length + nearestZero(grid.lockDeg);
}

/** The coarsest grid that the least over the whole zone is looked for from. */
const FINE = { lock: 41, travel: 25 } as const;

/**
 * The same corner on a grid so fine that what is met between its poses is hardly nearer than in them: for silhouettes, whose
 * wheels cannot each be looked at closely.
 */
export function denser(corner: SweepCorner): SweepCorner {
  const { lock, travel } = corner.input.grid;
  const grid = { lock: Math.max(2 * lock - 1, FINE.lock), travel: Math.max(2 * travel - 1, FINE.travel) };
  return sweepCorner({ ...corner.input, grid });
}

/** The corner itself, or the same on a finer grid where its own is too coarse to find every place that may be the least. */
export function fineEnough(corner: SweepCorner): SweepCorner {
  const { lock, travel } = corner.input.grid;
  if ((lock >= FINE.lock || !corner.steering) && travel >= FINE.travel) return corner;
  return sweepCorner({
    ...corner.input,
    grid: { lock: Math.max(lock, FINE.lock), travel: Math.max(travel, FINE.travel) },
  });
}

const everyWay = (): boolean => true;

/** Sweeps a corner in some of its motionCases (all of them, if not said), into one result. */
export function sweepAll(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  counts: (way: MotionCase) => boolean = everyWay,
  near?: readonly NearPoses[],
  result: SweepResult = emptyResult(corner.inZone.length, corner.flat.count),
): SweepResult {
  corner.poseSets.forEach((poses, i) => {
    const way = corner.motionCases[i];
    if (way && counts(way))
      sweep(corner.flat, poses, profile, cut, corner.inZone, result, corner.passed[i], near?.[i]);
  });
  sweepUpright(corner.flat, profile, cut, standingPose(corner), result);
  return result;
}

/** A list of near poses for each way of a corner, to be filled by a sweep. */
export const nearOf = (corner: SweepCorner, largerByMm = 0): NearPoses[] =>
  corner.poseSets.map(() =>
    nearPoses(corner.inZone.length, corner.flat.count, slackFor(corner) + largerByMm),
  );

/** What a sweep of a grid found, and the least over the whole zone that follows from it. */
export type Swept = { grid: SweepResult; whole: WholeLeast };

/** What a corner's sweep finds on the grid, for its map, and the least over the whole zone between and beyond its poses. */
export function sweepWhole(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  counts: (way: MotionCase) => boolean = everyWay,
): Swept {
  const fine = fineEnough(corner);
  const near = nearOf(fine);
  const found = sweepAll(fine, profile, cut, counts, near);
  return {
    grid: fine === corner ? found : sweepAll(corner, profile, cut, counts),
    whole: wholeLeast(fine, profile, cut, found, near),
  };
}

/**
 * The same, and what a larger wheel about the same middle finds, at a fraction of a sweep of its own. `fine` is the corner that
 * both are of, `map` what is found on the corner's own grid.
 */
export function sweepBoth(
  corner: SweepCorner,
  profile: Profile,
  larger: Profile,
  cut: Float64Array,
): { fine: SweepCorner; near: NearPoses[]; map: SweepResult; swept: Swept; larger: Swept } {
  const fine = fineEnough(corner);
  const byMm = standsOutMm(profile, larger);
  const near = nearOf(fine, byMm);
  const found = sweepAll(fine, profile, cut, everyWay, near);
  const grown = leastNear(fine, larger, cut, near, byMm);
  sweepUpright(fine.flat, larger, cut, standingPose(fine), grown);
  return {
    fine,
    near,
    map: fine === corner ? found : sweepAll(corner, profile, cut),
    swept: { grid: found, whole: wholeLeast(fine, profile, cut, found, near) },
    larger: { grid: grown, whole: wholeLeast(fine, larger, cut, grown, null) },
  };
}

/**
 * A sweep for the least alone: a map that cannot be lowered lets it pass over whatever does not lower an obstacle's own least. Where
 * `goals` are given the leasts begin there, and only what is under them is looked for.
 */
export function sweepForLeast(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  near?: readonly NearPoses[],
  goals?: Float64Array,
): SweepResult {
  const result = emptyResult(corner.inZone.length, corner.flat.count);
  result.map.fill(-Infinity);
  if (goals) result.least.set(goals);
  return sweepAll(corner, profile, cut, everyWay, near, result);
}

/** Least clearance in mm of each obstacle over the poses of the zone, and nothing else. */
export function leastOf(corner: SweepCorner, profile: Profile, cut: Float64Array): Float64Array {
  return sweepForLeast(corner, profile, cut).least;
}

/** The same over the whole zone, as `assess` says it. */
export function leastWhole(corner: SweepCorner, profile: Profile, cut: Float64Array): WholeLeast {
  const fine = fineEnough(corner);
  const near = nearOf(fine);
  return wholeLeast(fine, profile, cut, sweepForLeast(fine, profile, cut, near), near);
}
