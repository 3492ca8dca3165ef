import { isCutPossible, realDepthMm } from '../cutting/realCut';
import type { AxleName } from '../format/names';
import type { Build, Obstacle, Vehicle } from '../format/build';
import { vecOf, type Vec } from '../geometry/vec';
import { decidingSize } from '../tire/grown';
import { USUAL_GIVE_MM } from '../vehicle/partChecks';
import { NO_LIFT } from '../vehicle/asDelivered';
import { isThere } from '../vehicle/parts';
import { gainOf, leastByPoint, wholeLeast } from './continuous';
import { cutDepths, fineEnough, leastOf, nearOf, sweepAll, sweepCorner, sweepInputOf } from './corner';
import { motionSpread, nearestPoint } from './nearest';
import { mountedProfile, profileOf } from './profile';
import { acceptedRubs, mayKiss } from './rub';
import { isEdge, PANEL_SHAPE_MM } from './axisSpread';
import { guessSpread, readSpread } from './readSpread';
import { RIDE_SPREAD_MM, sizeSpreadMm, WHOLLY_GUESSED_MM } from './spread';

/** How far one place of a part may be off, one standard deviation, mm, and whether nobody read it. An estimate. */
export type PointSpread = { tapeMm: number; guessed: boolean };

/** How far places of a part may be off along a way, by what was read of its vehicle. */
export function spreadsOf(
  vehicle: Pick<Vehicle, 'corners' | 'stock'>,
  axle: AxleName,
  obstacle: Obstacle,
): (point: number, along: Vec) => PointSpread {
  const guessMm = guessSpread(vehicle, axle, obstacle);
  const readMm = readSpread(vehicle, axle, obstacle);
  return (point, along) => {
    const guessed = obstacle.estimated?.includes(point) ?? false;
    return { tapeMm: guessed ? guessMm(point, along) : readMm(point, along), guessed };
  };
}

/** One part of a corner whose clearance may be otherwise than worked out, each cause by what one standard deviation of it does, mm. */
export type UnsurePart = {
  /** Which obstacle of the corner it is. */
  obstacle: number;
  /** Where it is nearest, as it was measured, and how much of the clearance is along each axis there, 0 to 1. */
  at: Vec;
  along: Vec;
  /** The lock angle of the pose in which it is. */
  lockDeg: number;
  /** Whether it is an edge of the well, which is larger or smaller as a whole. */
  edge: boolean;
  /** Least clearance of each of its readings that comes near, mm, which point it is, and how far off that may be. */
  readings: ({ point: number; mm: number } & PointSpread)[];
  /** What a part that nobody measured is off by at least, mm: as delivered the vehicle drives, so its own tire clears it. */
  floorMm: number;
  /** Least clearance where the wheel is nearest: between two readings it may be less than at both. */
  leastMm: number;
  /** What a larger and a wider tire, a body that stands higher and bushings that give do to it; signed. */
  diameterMm: number;
  widthMm: number;
  rideMm: number;
  giveMm: number;
  /** Whether a clearance of so much may stand: by the rub policy, or since it can be cut until it is at the margin. */
  mayTouch: (mm: number) => boolean;
  canBeCut: (mm: number) => boolean;
};

/** Beyond so many standard deviations nothing is looked for. */
const FAR_SPREADS = 4;
const STEP_MM = 2;

/** How many mm of cut a mm of missing clearance takes, where it is nearest. */
function depthPerMm(depthMm: number, missingMm: number): number {
  return Number.isFinite(depthMm) ? Math.max(1, depthMm / missingMm) : Infinity;
}

/** Least clearance of each part to the wheel and tire that the vehicle came with, in the same zone, nothing cut or moved. */
function asDeliveredLeast(build: Build, axle: AxleName): Float64Array {
  const corner = sweepCorner({
    ...sweepInputOf(build, axle),
    lift: { front: NO_LIFT, rear: NO_LIFT },
    sagMm: { front: 0, rear: 0 },
    lockStopDeg: undefined,
    moves: [],
    removed: [],
  });
  return leastOf(corner, mountedProfile(build.vehicle.stock, 0), new Float64Array(corner.flat.count));
}

/**
 * The parts of a corner that may decide its grade, judged with the tire that decides it, and all that may be off of them. What
 * stands clear of the margin by more than four spreads is left out. Slopes are those where the wheel is nearest.
 */
export function unsureParts(build: Build, axle: AxleName): UnsurePart[] {
  const { use, package: pack } = build;
  const size = decidingSize(pack, use);
  const corner = fineEnough(sweepCorner(sweepInputOf(build, axle)));
  const { obstacles } = corner.corner;
  const cut = cutDepths(obstacles, pack.cuts);
  const profileWith = (largerMm: number, widerMm: number) =>
    profileOf(
      {
        ...size,
        overallDiameterMm: size.overallDiameterMm + largerMm,
        sectionWidthMm: size.sectionWidthMm + widerMm,
        // As wide a tread beside it as before.
        treadWidthMm: size.treadWidthMm + widerMm,
      },
      pack.wheel,
      pack.spacerMm,
    );
  const profile = profileWith(0, 0);
  const ofSize = sizeSpreadMm(size);
  const rideSpreadMm = use.rideSpreadMm ?? RIDE_SPREAD_MM;
  const readingsOf = (one: Obstacle, along: Vec) => {
    const spreadAt = spreadsOf(build.vehicle, axle, one);
    return (point: number, mm: number): UnsurePart['readings'][number] => ({
      point,
      mm,
      ...spreadAt(point, along),
    });
  };
  const mostOff = (one: Obstacle): number =>
    Math.hypot(
      one.estimated?.length ? WHOLLY_GUESSED_MM : Math.hypot(one.tapeErrorMm, PANEL_SHAPE_MM),
      ofSize.diameterMm / 2,
      ofSize.widthMm / 2,
      rideSpreadMm,
      USUAL_GIVE_MM,
    );
  const reachMm = Math.max(0, ...obstacles.filter(isThere).map(mostOff)) * FAR_SPREADS;
  const near = nearOf(corner, reachMm);
  const found = sweepAll(corner, profile, cut, undefined, near);
  const whole = wholeLeast(corner, profile, cut, found, near);
  const accepted = acceptedRubs(corner, use, profile, cut, whole.least);
  const deciding = obstacles.flatMap((one, i) =>
    isThere(one) && whole.least[i]! < use.marginMm + FAR_SPREADS * mostOff(one) ? [i] : [],
  );
  if (deciding.length === 0) return [];
  const delivered = obstacles.some(({ estimated }) => estimated?.length)
    ? asDeliveredLeast(build, axle)
    : null;
  const slope = (larger: Float64Array, i: number): number => (larger[i]! - found.least[i]!) / STEP_MM;
  const taller = leastOf(corner, profileWith(STEP_MM, 0), cut);
  const wider = leastOf(corner, profileWith(0, STEP_MM), cut);

  return deciding.map((i): UnsurePart => {
    const obstacle = obstacles[i]!;
    const leastMm = whole.least[i]!;
    const gainMm = gainOf(found, whole, i);
    const pose = found.leastPose[i] ?? 0;
    const nearest = nearestPoint(corner, profile, i, pose);
    const { point } = nearest;
    const { along } = nearest;
    const readingOf = readingsOf(obstacle, along);
    const upToMm = Math.max(use.marginMm, leastMm) + gainMm + FAR_SPREADS * mostOff(obstacle);
    const byReading =
      corner.flat.upright[i] === 1
        ? []
        : leastByPoint(corner, profile, cut[i]!, near, i, upToMm).flatMap((mm, reading) =>
            Number.isFinite(mm) ? [readingOf(reading, mm - gainMm)] : [],
          );
    const missingMm = Math.max(1, use.marginMm - leastMm);
    const depthMm = (): number =>
      realDepthMm(corner, profile, i, leastMm + missingMm, gainMm, pose) - (cut[i] ?? 0);
    const perMm = obstacle.cutMm > 0 ? depthPerMm(depthMm(), missingMm) : Infinity;
    return {
      obstacle: i,
      at: vecOf(corner.flat.xyz.subarray(point * 3, point * 3 + 3)),
      along,
      lockDeg: corner.poses.lockDeg[pose] ?? 0,
      edge: isEdge(axle, obstacle),
      floorMm: delivered && obstacle.estimated?.length ? -delivered[i]! : -Infinity,
      leastMm,
      // Where no reading of its own comes near, the worst of them stands for it.
      readings:
        byReading.length > 0
          ? byReading
          : [
              obstacle.points
                .map((_, point) => readingOf(point, leastMm))
                .reduce((worst, one) => (one.tapeMm > worst.tapeMm ? one : worst)),
            ],
      diameterMm: slope(taller, i) * ofSize.diameterMm,
      widthMm: slope(wider, i) * ofSize.widthMm,
      ...motionSpread(corner, nearest, use, pose),
      mayTouch: (mm) =>
        use.rub === 'liner-kiss' && mayKiss(obstacle.material, mm) && (leastMm >= 0 || accepted[i] === 1),
      canBeCut: (mm) => isCutPossible(obstacle, (cut[i] ?? 0) + perMm * (use.marginMm - mm)),
    };
  });
}
