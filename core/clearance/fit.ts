import {
  AXLES,
  type AxleName,
  type Build,
  type Corner,
  type Lift,
  type Package,
  type Vehicle,
} from '../build';
import { tireSize, type TireSize } from '../tire/size';
import { travelOf, type Travel } from '../vehicle/travel';
import { gradeOf, type Grade } from './grade';
import { emptyResult, sweep, sweepUpright, type SweepResult } from './kernel';
import { flatten, type FlatObstacles } from './points';
import { poseGrid, posesOf, type PoseGrid } from './poses';
import { profileOf, type Profile } from './profile';
import { chanceOfContact, clearanceSpreadMm } from './spread';
import { usableLock } from './usableLock';
import { zoneMask } from './zone';

export type ObstacleFit = {
  obstacle: string;
  leastClearanceMm: number;
  lockDeg: number;
  travelMm: number;
  /** An estimate from tape accuracy and tire tolerance. */
  chanceOfContact: number;
};

export type Fit = {
  grade: Grade;
  leastClearanceMm: number;
  at: { lockDeg: number; travelMm: number; obstacle: string };
  usableLockDeg: { inside: number; outside: number };
  /** `clearanceMm[travel][lock]` and the id of the obstacle that is nearest there. */
  map: { lockDeg: number[]; travelMm: number[]; clearanceMm: number[][]; obstacle: string[][] };
  cutsNeeded: { obstacle: string; depthMm: number }[];
  byObstacle: ObstacleFit[];
};

/** Everything about one corner that the sweep needs and that no tire or wheel changes. */
export type SweepCorner = {
  axle: AxleName;
  corner: Corner;
  lift: Lift;
  travel: Travel;
  grid: PoseGrid;
  /** One set of poses, or two on a solid axle: both wheels together, and one up while the other is down. */
  poseSets: Float64Array[];
  inZone: Uint8Array;
  flat: FlatObstacles;
};

/** Front-view arms that a corner swings on: its own, and half the track where a solid axle tilts. */
export function frontArms(vehicle: Vehicle, axle: AxleName): (number | null)[] {
  const { suspension } = vehicle.corners[axle];
  return suspension.kind === 'solid'
    ? [suspension.frontArmMm, vehicle.trackMm[axle] / 2]
    : [suspension.frontArmMm];
}

export function sweepCorner(
  vehicle: Vehicle,
  axle: AxleName,
  pack: Pick<Package, 'lift' | 'sagMm'>,
  use: Build['use'],
): SweepCorner {
  const corner = vehicle.corners[axle];
  const lift = pack.lift[axle];
  const travel = travelOf(corner.suspension, lift, pack.sagMm[axle]);
  const grid = poseGrid(corner.steering, travel, use.grid);
  return {
    axle,
    corner,
    lift,
    travel,
    grid,
    poseSets: frontArms(vehicle, axle).map((arm) =>
      posesOf(grid, corner.steering, corner.suspension, arm, lift),
    ),
    inZone: zoneMask(grid, corner.steering, travel, use.zone),
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
function nearestZero(values: readonly number[]): number {
  return values.reduce(
    (best, value, i) => (Math.abs(value) < Math.abs(values[best] ?? Infinity) ? i : best),
    0,
  );
}

/** The grid pose nearest to straight ahead at ride height. */
export function standingPose({ grid }: SweepCorner): number {
  return nearestZero(grid.travelMm) * grid.lockDeg.length + nearestZero(grid.lockDeg);
}

export function sweepAll(corner: SweepCorner, profile: Profile, cut: Float64Array): SweepResult {
  const result = emptyResult(corner.inZone.length, corner.flat.count);
  for (const poses of corner.poseSets) sweep(corner.flat, poses, profile, cut, corner.inZone, result);
  sweepUpright(corner.flat, profile, cut, standingPose(corner), result);
  return result;
}

function rows<T>(width: number, length: number, at: (i: number) => T): T[][] {
  return Array.from({ length: length / width }, (_, t) =>
    Array.from({ length: width }, (_, l) => at(t * width + l)),
  );
}

/** One corner judged: the sweep's minima, its map, the usable lock, the grade and what would have to be cut. */
export function fitOf(corner: SweepCorner, build: Build, size: TireSize): Fit {
  const { grid } = corner;
  const { obstacles } = corner.corner;
  const { wheel, spacerMm, cuts } = build.package;
  const profile = profileOf(size, wheel, spacerMm);
  const cut = cutDepths(obstacles, cuts);
  const result = sweepAll(corner, profile, cut);
  const locks = grid.lockDeg.length;
  const byObstacle = obstacles.map(({ id, tapeErrorMm }, i): ObstacleFit => {
    const pose = result.leastPose[i] ?? 0;
    const leastClearanceMm = result.least[i] ?? Infinity;
    return {
      obstacle: id,
      leastClearanceMm,
      lockDeg: grid.lockDeg[pose % locks] ?? 0,
      travelMm: grid.travelMm[Math.floor(pose / locks)] ?? 0,
      chanceOfContact: chanceOfContact(leastClearanceMm, clearanceSpreadMm(size, tapeErrorMm)),
    };
  });
  const standings = byObstacle.map(({ leastClearanceMm }, i) => ({
    leastMm: leastClearanceMm,
    cutLeftMm: (obstacles[i]?.cutMm ?? 0) - (cut[i] ?? 0),
  }));
  const [nearest] = [...byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  if (!nearest) throw new Error('a corner without obstacles reached the sweep');
  const clearanceMm = rows(locks, result.map.length, (i) => result.map[i] ?? Infinity);
  const { marginMm } = build.use;
  return {
    grade: gradeOf(standings, marginMm),
    leastClearanceMm: nearest.leastClearanceMm,
    at: { lockDeg: nearest.lockDeg, travelMm: nearest.travelMm, obstacle: nearest.obstacle },
    usableLockDeg: usableLock(grid.lockDeg, clearanceMm[nearestZero(grid.travelMm)] ?? []),
    map: {
      lockDeg: grid.lockDeg,
      travelMm: grid.travelMm,
      clearanceMm,
      obstacle: rows(locks, result.map.length, (i) => obstacles[result.mapObstacle[i] ?? 0]?.id ?? ''),
    },
    // What is met and may be cut at all; a part that is never cut does not stand in a list of cuts.
    cutsNeeded: byObstacle
      .filter(({ leastClearanceMm }, i) => leastClearanceMm < 0 && (obstacles[i]?.cutMm ?? 0) > 0)
      .map(({ obstacle, leastClearanceMm }) => ({ obstacle, depthMm: marginMm - leastClearanceMm })),
    byObstacle,
  };
}

/** Both axles of a build. */
export function fitBoth(build: Build): Record<AxleName, Fit> {
  const size = tireSize(build.package.tire, build.package.wheel.widthIn);
  const [front, rear] = AXLES.map((axle) =>
    fitOf(sweepCorner(build.vehicle, axle, build.package, build.use), build, size),
  );
  if (!front || !rear) throw new Error('a build has two axles');
  return { front, rear };
}
