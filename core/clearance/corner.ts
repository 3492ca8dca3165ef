import type { AxleName, Build, Corner, Steering, Vehicle, Use } from '../format/build';
import { travelOf, type Travel } from '../vehicle/travel';
import { emptyResult, sweep, sweepUpright, type SweepResult } from './kernel';
import { flatten, type FlatObstacles } from './points';
import { poseGrid, posesOf, type PoseGrid } from './poses';
import type { Profile } from './profile';
import { zoneLimits, zoneMask } from './zone';
import type { Lift, Package } from '../format/package';

/**
 * One way in which a corner's wheel moves: on which front-view arm it swings (a solid axle swings on half its
 * track when one wheel is up and the other down), and how far its bushings have let it go forward.
 */
export type MotionCase = { frontArmMm: number | null; crossed: boolean; foreAftMm: number };

/** Everything about one corner that the sweep needs and that no tire or wheel changes. */
export type SweepCorner = {
  axle: AxleName;
  corner: Corner;
  /** Its steering up to the lock stop, where one is set. */
  steering: Steering | undefined;
  lift: Lift;
  travel: Travel;
  grid: PoseGrid;
  /** One set of poses for each way. */
  motionCases: MotionCase[];
  poseSets: Float64Array[];
  inZone: Uint8Array;
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
  grid: Use['grid'];
  zone: Use['zone'];
  zoneLimits: Use['zoneLimits'];
};

/** What of a build one corner's sweep depends on. */
export function sweepInputOf(
  { vehicle, package: pack, use }: Pick<Build, 'vehicle' | 'package' | 'use'>,
  axle: AxleName,
): SweepInput {
  const { lift, sagMm, lockStopDeg } = pack;
  const { grid, zone, zoneLimits } = use;
  return { vehicle, axle, lift, sagMm, lockStopDeg, grid, zone, zoneLimits };
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
  const { complianceMm } = vehicle.corners[axle].suspension;
  const shifts = complianceMm > 0 ? [0, -complianceMm, complianceMm] : [0];
  return shifts.flatMap((foreAftMm) =>
    frontArms(vehicle, axle).map((frontArmMm, i) => ({ frontArmMm, crossed: i > 0, foreAftMm })),
  );
}

/** The lift with the wheel moved along the vehicle by what its bushings give. */
export function shiftedLift(lift: Lift, { foreAftMm }: MotionCase): Lift {
  return foreAftMm === 0 ? lift : { ...lift, foreAftMm: lift.foreAftMm + foreAftMm };
}

export function sweepCorner(input: SweepInput): SweepCorner {
  const { vehicle, axle } = input;
  const corner = vehicle.corners[axle];
  const lift = input.lift[axle];
  const travel = travelOf(corner.suspension, lift, input.sagMm[axle]);
  const steering = stoppedSteering(corner.steering, input.lockStopDeg);
  const grid = poseGrid(steering, travel, input.grid);
  const motionCases = motionCasesOf(vehicle, axle);
  return {
    axle,
    corner,
    steering,
    lift,
    travel,
    grid,
    motionCases,
    poseSets: motionCases.map((way) =>
      posesOf(grid, steering, corner.suspension, way.frontArmMm, shiftedLift(lift, way)),
    ),
    // Shares are of the lock as delivered: at speed nobody steers further because a stop was set.
    inZone: zoneMask(grid, corner.steering, travel, zoneLimits(input)),
    flat: flatten(corner.obstacles, lift),
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

/** Sweeps a corner in some of its motionCases (all of them, if not said), into one result. */
export function sweepAll(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  counts: (way: MotionCase) => boolean = () => true,
): SweepResult {
  const result = emptyResult(corner.inZone.length, corner.flat.count);
  corner.poseSets.forEach((poses, i) => {
    const way = corner.motionCases[i];
    if (way && counts(way)) sweep(corner.flat, poses, profile, cut, corner.inZone, result);
  });
  sweepUpright(corner.flat, profile, cut, standingPose(corner), result);
  return result;
}

/**
 * Least clearance in mm of each obstacle over the zone, and nothing else: a map that cannot be lowered lets the
 * sweep pass over whatever does not lower an obstacle's own least.
 */
export function leastOf(corner: SweepCorner, profile: Profile, cut: Float64Array): Float64Array {
  const result = emptyResult(corner.inZone.length, corner.flat.count);
  result.map.fill(-Infinity);
  for (const poses of corner.poseSets) sweep(corner.flat, poses, profile, cut, corner.inZone, result);
  sweepUpright(corner.flat, profile, cut, standingPose(corner), result);
  return result.least;
}
