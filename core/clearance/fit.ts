import { grownDecides } from '../tire/grown';
import { AXLES, type AxleName } from '../format/names';
import type { Build, Obstacle } from '../format/build';
import type { Side } from '../format/names';
import { vecOf } from '../geometry/vec';
import { deriveFigures, type Figures, type Mounted } from '../figures';
import type { TireSize } from '../tire/size';
import { standsWithin } from '../vehicle/rideChecks';
import { turningCircleM } from '../vehicle/turningCircle';
import {
  cutDepths,
  nearestZero,
  sweepBoth,
  sweepWhole,
  sweepCorner,
  sweepInputOf,
  type SweepCorner,
  type Swept,
  type MotionCase,
} from './corner';
import { gradeOf, type Grade } from './grade';
import { motionSpread, nearestPoint, type NearestPoint } from './nearest';
import { guessSpread, readSpread } from './readSpread';
import { isThere } from '../vehicle/parts';
import { isCutPossible, realDepthMm } from '../cutting/realCut';
import { gainOf, leastByPoint, type WholeLeast } from './continuous';
import type { Profile } from './profile';
import { acceptedRubs } from './rub';
import { chanceAlong, chanceOfContact, clearanceSpreadMm, tireSpreadMm, type SpreadParts } from './spread';
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
  /** With the tire that the use says: as it is sold, or grown. All else is with the tire as it is sold. */
  grade: Grade;
  leastClearanceMm: number;
  at: { lockDeg: number; travelMm: number; obstacle: string };
  /** The same with the tire grown in service as far as UN Regulation 30 lets it. */
  grown: {
    grade: Grade;
    leastClearanceMm: number;
    at: { lockDeg: number; travelMm: number; obstacle: string };
  };
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

/** Within so many spreads of touching a chance of contact is neither none nor certain. */
const UNSURE_SPREADS = 3;

function rows<T>(width: number, length: number, at: (i: number) => T): T[][] {
  return Array.from({ length: length / width }, (_, t) =>
    Array.from({ length: width }, (_, l) => at(t * width + l)),
  );
}

function poseOf(
  { travel }: SweepCorner,
  whole: WholeLeast,
  i: number,
): { lockDeg: number; travelMm: number } {
  return { lockDeg: whole.lockDeg[i] ?? 0, travelMm: (whole.hubMm[i] ?? 0) - travel.rideMm };
}

/** How far the place where a part is nearest may be off, mm: by the tape, or as far as it is guessed there. */
function tapeMmAt(
  { flat, input: { vehicle } }: SweepCorner,
  axle: AxleName,
  obstacle: Obstacle,
  nearest: NearestPoint,
  guessed: boolean,
): number {
  const at = vecOf(flat.xyz.subarray(nearest.point * 3, nearest.point * 3 + 3));
  const away = obstacle.points.map(([x, y, z]) => Math.hypot(x - at[0], y - at[1], z - at[2]));
  const reading = away.indexOf(Math.min(...away));
  return guessed
    ? guessSpread(vehicle, axle, obstacle)(reading, nearest.along)
    : readSpread(vehicle, axle, obstacle)(reading, nearest.along);
}

/**
 * What makes one clearance unsure: the tape (or the well shape that stood in for it), the tire's own size, and
 * the ride height, which changes nothing where a bump or droop stop holds the wheel.
 */
function spreadParts(
  corner: SweepCorner,
  axle: AxleName,
  profile: Profile,
  size: TireSize,
  use: Build['use'],
  i: number,
  pose: number,
): { parts: SpreadParts; guessed: boolean } {
  const nearest = nearestPoint(corner, profile, i, pose);
  const guessed = corner.flat.guessed[nearest.point] === 1;
  const { rideMm, giveMm } = motionSpread(corner, nearest, use, pose);
  const obstacle = corner.corner.obstacles[i];
  return {
    guessed,
    parts: {
      tapeMm: obstacle ? tapeMmAt(corner, axle, obstacle, nearest, guessed) : 0,
      tireMm: tireSpreadMm(size),
      giveMm: Math.abs(giveMm),
      rideMm: Math.abs(rideMm),
    },
  };
}

function directions(corner: SweepCorner, profile: Profile, cut: Float64Array): Fit['direction'] {
  if (!corner.corner.suspension.complianceMm) return undefined;
  const of = (counts: (way: MotionCase) => boolean): DirectionFit => {
    const { whole } = sweepWhole(corner, profile, cut, counts);
    const i = whole.least.indexOf(Math.min(...whole.least));
    return {
      leastClearanceMm: whole.least[i] ?? Infinity,
      obstacle: corner.corner.obstacles[i]?.id ?? '',
      ...poseOf(corner, whole, i),
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
  figures: Figures,
  usable: Fit['usableLockDeg'],
): Fit['turningCircleM'] {
  const edge = ({ planes }: Mounted): number => planes.outerEdgeMm;
  const delivered = corner.corner.steering;
  const { steering } = corner;
  const asDelivered = turningCircleM(vehicle, delivered, edge(figures.stock));
  const now = turningCircleM(vehicle, steering, edge(figures.package));
  if (!steering || asDelivered === undefined || now === undefined) return undefined;
  // Left and right turns alike: the wheel that meets something first, inside or outside, sets both.
  const share = (deg: number, full: number): number => (full > 0 ? deg / full : 1);
  const lockShare = Math.min(
    share(usable.inside, steering.lockInsideDeg),
    share(usable.outside, steering.lockOutsideDeg),
  );
  const turn = turningCircleM(vehicle, steering, edge(figures.package), lockShare);
  return { asDelivered, package: now, ...(turn === undefined ? {} : { usable: turn }) };
}

/**
 * A corner's grade with one tire, and how deep what is met and may be cut has to be cut in truth, by the number of the part: of
 * all that is met where `depths` asks for it, otherwise only where the grade depends on it.
 */
function gradedOf(
  corner: SweepCorner,
  { use: { marginMm } }: Build,
  profile: Profile,
  { grid, whole }: Swept,
  cut: Float64Array,
  accepted: Uint8Array,
  depths: boolean,
): { grade: Grade; deepest: Map<number, number> } {
  const { obstacles } = corner.corner;
  // What may touch is no worse than what just touches: close, not free.
  const standings = whole.least.map((mm, i) => (accepted[i] === 1 ? 0 : mm));
  const deepest = new Map<number, number>();
  const met = obstacles.flatMap((part, i) => (isThere(part) && standings[i]! < 0 ? [i] : []));
  // No cut is shallower than the clearance that is missing: where that is too much already, none is worked out for the grade.
  const hopeless =
    !standsWithin(corner.travel) ||
    met.some((i) => !isCutPossible(obstacles[i]!, marginMm - standings[i]! + (cut[i] ?? 0)));
  if (!hopeless || depths)
    for (const i of met) {
      if (obstacles[i]!.cutMm === 0) continue;
      const gainMm = gainOf(grid, whole, i);
      deepest.set(i, realDepthMm(corner, profile, i, marginMm, gainMm, grid.leastPose[i] ?? 0));
    }
  const cuttable = (i: number): boolean => isCutPossible(obstacles[i]!, deepest.get(i) ?? Infinity);
  // What hangs on its stops drives nowhere, whatever it clears.
  return { grade: hopeless ? 'blocked' : gradeOf(standings, marginMm, cuttable), deepest };
}

/** The corner with its tire grown in service. */
function grownOf(
  corner: SweepCorner,
  build: Build,
  profile: Profile,
  cut: Float64Array,
  swept: Swept,
  depths: boolean,
): Fit['grown'] & { deepest: Map<number, number> } {
  const { whole } = swept;
  const accepted = acceptedRubs(corner, build.use, profile, cut, whole.least);
  const { grade, deepest } = gradedOf(corner, build, profile, swept, cut, accepted, depths);
  const i = whole.least.indexOf(Math.min(...whole.least));
  return {
    grade,
    leastClearanceMm: whole.least[i] ?? Infinity,
    at: { ...poseOf(corner, whole, i), obstacle: corner.corner.obstacles[i]?.id ?? '' },
    deepest,
  };
}

/** One corner judged: the sweep's minima, its map, the usable lock, the grade and what would have to be cut. */
export function fitOf(corner: SweepCorner, axle: AxleName, build: Build, figures: Figures): Fit {
  const { grid } = corner;
  const { obstacles } = corner.corner;
  const { cuts } = build.package;
  const { size, profile } = figures.package;
  const cut = cutDepths(obstacles, cuts);
  const { fine, near, map: result, swept, larger } = sweepBoth(corner, profile, figures.grown, cut);
  const { whole } = swept;
  const accepted = acceptedRubs(corner, build.use, profile, cut, whole.least);
  // Far from zero the one least place says it; near zero every reading of the edge may be the one that is off.
  const chanceOf = (i: number, leastMm: number, spreadMm: number, parts: SpreadParts): number => {
    const alone = chanceOfContact(leastMm, spreadMm);
    if (Math.abs(leastMm) > UNSURE_SPREADS * spreadMm || (obstacles[i]?.points.length ?? 0) < 2) return alone;
    if (fine.flat.upright[i] === 1) return alone;
    const gainMm = gainOf(swept.grid, whole, i);
    const byPoint = leastByPoint(
      fine,
      profile,
      cut[i] ?? 0,
      near,
      i,
      leastMm + gainMm + UNSURE_SPREADS * spreadMm,
    );
    const along = chanceAlong(
      byPoint.filter(Number.isFinite).map((mm) => mm - gainMm),
      parts,
    );
    // Where it is nearest between two readings, that place alone may say more than both of them.
    return Math.max(alone, along);
  };
  const there = obstacles.flatMap((part, i) => (isThere(part) ? [i] : []));
  const byObstacle = there.map((i): ObstacleFit => {
    const { id = '', side } = obstacles[i] ?? {};
    const pose = result.leastPose[i] ?? 0;
    const leastClearanceMm = whole.least[i] ?? Infinity;
    const { parts, guessed } = spreadParts(corner, axle, profile, size, build.use, i, pose);
    const spreadMm = clearanceSpreadMm(parts);
    return {
      obstacle: id,
      side: side ?? 'both',
      leastClearanceMm,
      ...poseOf(corner, whole, i),
      spreadMm,
      spreadParts: parts,
      guessed,
      chanceOfContact: chanceOf(i, leastClearanceMm, spreadMm, parts),
      accepted: accepted[i] === 1,
    };
  });
  const decides = grownDecides(build.use);
  const { deepest: deeper, ...grown } = grownOf(fine, build, figures.grown, cut, larger, decides);
  const judged = gradedOf(fine, build, profile, swept, cut, accepted, !decides);
  const [nearest] = [...byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  if (!nearest) throw new Error('a corner without obstacles reached the sweep');
  const locks = grid.lockDeg.length;
  const poses = locks * grid.travelMm.length;
  const clearanceMm = rows(locks, poses, (i) => result.map[i] ?? Infinity);
  const direction = directions(corner, profile, cut);
  const usableLockDeg = usableLock(grid.lockDeg, clearanceMm[nearestZero(grid.travelMm)] ?? []);
  const circles = turningCircles(corner, build, figures, usableLockDeg);
  return {
    grade: decides ? grown.grade : judged.grade,
    grown,
    leastClearanceMm: nearest.leastClearanceMm,
    at: { lockDeg: nearest.lockDeg, travelMm: nearest.travelMm, obstacle: nearest.obstacle },
    usableLockDeg,
    ...(circles ? { turningCircleM: circles } : {}),
    ...(direction ? { direction } : {}),
    map: {
      lockDeg: grid.lockDeg,
      travelMm: grid.travelMm,
      clearanceMm,
      obstacle: rows(locks, poses, (i) => obstacles[result.mapObstacle[i] ?? 0]?.id ?? ''),
    },
    // What is met and may be cut at all; a part that is never cut does not stand in a list of cuts.
    cutsNeeded: [...(decides ? deeper : judged.deepest)]
      .filter(([, depthMm]) => Number.isFinite(depthMm))
      .map(([i, depthMm]) => ({ obstacle: obstacles[i]?.id ?? '', depthMm })),
    byObstacle,
  };
}

/** Both axles of a build. */
export function fitBoth(build: Build, figures = deriveFigures(build)): Record<AxleName, Fit> {
  const [front, rear] = AXLES.map((axle) =>
    fitOf(sweepCorner(sweepInputOf(build, axle)), axle, build, figures),
  );
  if (!front || !rear) throw new Error('a build has two axles');
  return { front, rear };
}
