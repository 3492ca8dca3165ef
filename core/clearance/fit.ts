import { AXLES, type AxleName, type Build } from '../format/build';
import type { Side } from '../format/measured';
import { tireSize, type TireSize } from '../tire/size';
import { turningCircleM } from '../vehicle/turningCircle';
import {
  cutDepths,
  nearestZero,
  sweepAll,
  sweepCorner,
  sweepInputOf,
  type SweepCorner,
  type MotionCase,
} from './corner';
import { gradeOf, type Grade } from './grade';
import { nearestPoint } from './nearest';
import { mountedProfile, profileOf, type Profile } from './profile';
import { acceptedRubs } from './rub';
import {
  chanceOfContact,
  clearanceSpreadMm,
  GUESSED_POINT_MM,
  RIDE_SPREAD_MM,
  tireSpreadMm,
  type SpreadParts,
} from './spread';
import { usableLock } from './usableLock';

export type ObstacleFit = {
  obstacle: string;
  /** Which side it stands on, where the two were measured apart. */
  side: Side | 'both';
  leastClearanceMm: number;
  lockDeg: number;
  travelMm: number;
  /** One standard deviation of the clearance and what it is made of. An estimate. */
  spreadMm: number;
  spreadParts: SpreadParts;
  /** Whether the nearest point was taken from a well shape, not measured. */
  guessed: boolean;
  /** An estimate from the spread. */
  chanceOfContact: number;
  /** Met, and let pass by the rub policy in force. */
  accepted: boolean;
};

/** The least clearance with the bushings pushed one way. */
export type DirectionFit = { leastClearanceMm: number; obstacle: string; lockDeg: number; travelMm: number };

export type Fit = {
  grade: Grade;
  leastClearanceMm: number;
  at: { lockDeg: number; travelMm: number; obstacle: string };
  usableLockDeg: { inside: number; outside: number };
  /** Kerb to kerb, m; `usable` with the lock that can be used at ride height, if any. Left out for an unsteered axle. */
  turningCircleM?: { asDelivered: number; package: number; usable?: number };
  /** Forward when driving, back under braking and in reverse; left out where the bushings are taken as stiff. */
  direction?: { driving: DirectionFit; braking: DirectionFit };
  /** `clearanceMm[travel][lock]` and the id of the obstacle that is nearest there. */
  map: { lockDeg: number[]; travelMm: number[]; clearanceMm: number[][]; obstacle: string[][] };
  cutsNeeded: { obstacle: string; depthMm: number }[];
  byObstacle: ObstacleFit[];
};

function rows<T>(width: number, length: number, at: (i: number) => T): T[][] {
  return Array.from({ length: length / width }, (_, t) =>
    Array.from({ length: width }, (_, l) => at(t * width + l)),
  );
}

function poseOf({ grid }: SweepCorner, pose: number): { lockDeg: number; travelMm: number } {
  const locks = grid.lockDeg.length;
  return {
    lockDeg: grid.lockDeg[pose % locks] ?? 0,
    travelMm: grid.travelMm[Math.floor(pose / locks)] ?? 0,
  };
}

/**
 * What makes one clearance unsure: the tape (or the well shape that stood in for it), the tire's own size, and
 * the ride height, which changes nothing where a bump or droop stop holds the wheel.
 */
function spreadParts(
  corner: SweepCorner,
  profile: Profile,
  size: TireSize,
  use: Build['use'],
  i: number,
  pose: number,
): { parts: SpreadParts; guessed: boolean } {
  const { point, perMmUp } = nearestPoint(corner, profile, i, pose);
  const guessed = corner.flat.guessed[point] === 1;
  const row = Math.floor(pose / corner.grid.lockDeg.length);
  const atStop = row === 0 || row === corner.grid.travelMm.length - 1;
  const tapeMm = corner.corner.obstacles[i]?.tapeErrorMm ?? 0;
  return {
    guessed,
    parts: {
      tapeMm: guessed ? Math.max(GUESSED_POINT_MM, tapeMm) : tapeMm,
      tireMm: tireSpreadMm(size),
      rideMm: atStop ? 0 : Math.abs(perMmUp) * (use.rideSpreadMm ?? RIDE_SPREAD_MM),
    },
  };
}

function directions(corner: SweepCorner, profile: Profile, cut: Float64Array): Fit['direction'] {
  if (corner.corner.suspension.complianceMm === 0) return undefined;
  const of = (counts: (way: MotionCase) => boolean): DirectionFit => {
    const { least, leastPose } = sweepAll(corner, profile, cut, counts);
    const i = least.indexOf(Math.min(...least));
    return {
      leastClearanceMm: least[i] ?? Infinity,
      obstacle: corner.corner.obstacles[i]?.id ?? '',
      ...poseOf(corner, leastPose[i] ?? 0),
    };
  };
  return {
    driving: of(({ foreAftMm }) => foreAftMm > 0),
    braking: of(({ foreAftMm }) => foreAftMm < 0),
  };
}

function turningCircles(
  corner: SweepCorner,
  { vehicle }: Build,
  profile: Profile,
  usable: Fit['usableLockDeg'],
): Fit['turningCircleM'] {
  const stock = mountedProfile(vehicle.stock, 0);
  const edge = (one: Profile): number => one.centreMm + one.tireHalfWidthMm;
  const delivered = corner.corner.steering;
  const { steering } = corner;
  const asDelivered = turningCircleM(vehicle, delivered, edge(stock));
  const now = turningCircleM(vehicle, steering, edge(profile));
  if (!steering || asDelivered === undefined || now === undefined) return undefined;
  // Left and right turns alike: the wheel that meets something first, inside or outside, sets both.
  const share = (deg: number, full: number): number => (full > 0 ? deg / full : 1);
  const lockShare = Math.min(
    share(usable.inside, steering.lockInsideDeg),
    share(usable.outside, steering.lockOutsideDeg),
  );
  const turn = turningCircleM(vehicle, steering, edge(profile), lockShare);
  return { asDelivered, package: now, ...(turn === undefined ? {} : { usable: turn }) };
}

/** One corner judged: the sweep's minima, its map, the usable lock, the grade and what would have to be cut. */
export function fitOf(corner: SweepCorner, build: Build, size: TireSize): Fit {
  const { grid } = corner;
  const { obstacles } = corner.corner;
  const { wheel, spacerMm, cuts } = build.package;
  const profile = profileOf(size, wheel, spacerMm);
  const cut = cutDepths(obstacles, cuts);
  const result = sweepAll(corner, profile, cut);
  const accepted = acceptedRubs(corner, build.use, profile, cut, result.least);
  const byObstacle = obstacles.map(({ id, side }, i): ObstacleFit => {
    const pose = result.leastPose[i] ?? 0;
    const leastClearanceMm = result.least[i] ?? Infinity;
    const { parts, guessed } = spreadParts(corner, profile, size, build.use, i, pose);
    const spreadMm = clearanceSpreadMm(parts);
    return {
      obstacle: id,
      side: side ?? 'both',
      leastClearanceMm,
      ...poseOf(corner, pose),
      spreadMm,
      spreadParts: parts,
      guessed,
      chanceOfContact: chanceOfContact(leastClearanceMm, spreadMm),
      accepted: accepted[i] === 1,
    };
  });
  const { marginMm } = build.use;
  const standings = byObstacle.map(({ leastClearanceMm }, i) => ({
    // What may touch is no worse than what just touches: close, not free.
    leastMm: accepted[i] === 1 ? 0 : leastClearanceMm,
    cutLeftMm: (obstacles[i]?.cutMm ?? 0) - (cut[i] ?? 0),
  }));
  const [nearest] = [...byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  if (!nearest) throw new Error('a corner without obstacles reached the sweep');
  const locks = grid.lockDeg.length;
  const clearanceMm = rows(locks, result.map.length, (i) => result.map[i] ?? Infinity);
  const direction = directions(corner, profile, cut);
  const usableLockDeg = usableLock(grid.lockDeg, clearanceMm[nearestZero(grid.travelMm)] ?? []);
  const circles = turningCircles(corner, build, profile, usableLockDeg);
  return {
    grade: gradeOf(standings, marginMm),
    leastClearanceMm: nearest.leastClearanceMm,
    at: { lockDeg: nearest.lockDeg, travelMm: nearest.travelMm, obstacle: nearest.obstacle },
    usableLockDeg,
    ...(circles ? { turningCircleM: circles } : {}),
    ...(direction ? { direction } : {}),
    map: {
      lockDeg: grid.lockDeg,
      travelMm: grid.travelMm,
      clearanceMm,
      obstacle: rows(locks, result.map.length, (i) => obstacles[result.mapObstacle[i] ?? 0]?.id ?? ''),
    },
    // What is met and may be cut at all; a part that is never cut does not stand in a list of cuts.
    cutsNeeded: byObstacle
      .filter(
        ({ leastClearanceMm, accepted: passed }, i) =>
          leastClearanceMm < 0 && !passed && (obstacles[i]?.cutMm ?? 0) > 0,
      )
      .map(({ obstacle, leastClearanceMm }) => ({ obstacle, depthMm: marginMm - leastClearanceMm })),
    byObstacle,
  };
}

/** Both axles of a build. */
export function fitBoth(build: Build): Record<AxleName, Fit> {
  const size = tireSize(build.package.tire, build.package.wheel.widthIn);
  const [front, rear] = AXLES.map((axle) => fitOf(sweepCorner(sweepInputOf(build, axle)), build, size));
  if (!front || !rear) throw new Error('a build has two axles');
  return { front, rear };
}
