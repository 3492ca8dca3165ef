import { minus, plus, type Vec } from '../geometry/vec';
import type { AxleName } from '../format/names';
import type { Corner, Obstacle, Vehicle } from '../format/build';
import { clearanceAt, nearestAt, shiftSlopes, type WheelPose } from '../clearance/at';
import { mountedProfile, type Profile } from '../clearance/profile';
import { NO_LIFT } from '../vehicle/asDelivered';
import {
  axisSpreadMm,
  edgeSpreadMm,
  isEdge,
  placesIn,
  takenOfPart,
  typicalShapeMm,
} from '../clearance/axisSpread';
import type { GapReading } from '../format/measured';
import { solve, varianceAlong } from './linear';
import { awayFromPlaces, PLACE_REACH_MM } from './places';
import type { Axis } from './round';

/** One gap against the place that was found: what it reads there, and whether it disagrees with the others. */
export type GapCheck = {
  gap: GapReading;
  /** The clearance in its pose where the obstacle has been placed, mm. */
  foundMm: number;
  residualMm: number;
  /** By how much it differs from what all the rest say, where that is more than two spreads; mm. */
  disagreesMm: number | null;
};

type Point = Obstacle['points'][number];

export type PlacedObstacle = {
  obstacle: Obstacle;
  /** How far it was moved from where it stood without any gap, mm. */
  shiftMm: Vec;
  /** The same of each of its points, where places of it were read and stay; null where it was moved as a whole. */
  byMm: Vec[] | null;
  checks: GapCheck[];
  /** One standard deviation of the clearances in the poses that were read, mm. */
  spreadMm: number;
};

const NO_SHIFT: Vec = [0, 0, 0];
/** Gauss and Newton settle in three or four steps; the rest is for ridges where the nearest point changes. */
const STEPS = 25;
const SETTLED_MM = 1e-4;
const SPREADS = 2;

/** Corner, obstacle, pose and tire of one gap reading, as clearances are worked out from them. */
function poseOfGap(
  vehicle: Pick<Vehicle, 'corners' | 'stock'>,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'points' | 'carrier'>,
  gap: Pick<GapReading, 'mounted' | 'lockDeg' | 'travelMm'>,
): [Corner, typeof obstacle, WheelPose, Profile] {
  const mounted = gap.mounted ?? { ...vehicle.stock, spacerMm: 0 };
  const pose = { lift: NO_LIFT, lockDeg: gap.lockDeg, hubMm: gap.travelMm };
  return [vehicle.corners[axle], obstacle, pose, mountedProfile(mounted, mounted.spacerMm)];
}

/** Clearance in mm of an obstacle's points, moved by a shift, in the pose and from the tire of one gap reading. */
export const gapClearance = (...of: Parameters<typeof poseOfGap>): ((shift: Vec) => number) =>
  clearanceAt(...poseOfGap(...of));

/** What one gap tells: of which place of a part, and along which way, as the size of each axis' share; 0 where it tells nothing. */
export type ToldByGap = { at: Vec; along: Vec };

/** What a gap read in a pose tells, or would tell, of a part where it stands now. */
export function toldByGap(...of: Parameters<typeof poseOfGap>): ToldByGap {
  const slope = shiftSlopes(gapClearance(...of), NO_SHIFT);
  const length = Math.hypot(...slope);
  const along = slope.map((one) => (length < 1e-6 ? 0 : Math.abs(one) / length)) as unknown as Vec;
  return { at: nearestAt(...poseOfGap(...of))(NO_SHIFT).at, along };
}

type Fitted = { shift: Vec; information: number[][]; gradients: Vec[] };

/**
 * The shift that best agrees with the gaps and with what was taped before: least squares of
 * Σ ((clearance − gap)/σ)² + Σ (shift/σ_prior)² over the axes, by Gauss and Newton with halved steps.
 */
function fit(
  clearances: readonly ((shift: Vec) => number)[],
  gaps: readonly GapReading[],
  priorMm: Vec,
): Fitted {
  const cost = (shift: Vec): number =>
    clearances.reduce(
      (sum, clearance, i) => sum + ((clearance(shift) - (gaps[i]?.gapMm ?? 0)) / sigma(gaps[i])) ** 2,
      shift.reduce((sum, mm, axis) => sum + (mm / (priorMm[axis] ?? 1)) ** 2, 0),
    );
  const slopes = (shift: Vec): Vec[] => clearances.map((clearance) => shiftSlopes(clearance, shift));
  let shift: Vec = NO_SHIFT;
  let gradients = slopes(shift);
  let information: number[][] = [];
  for (let step = 0; step < STEPS; step++) {
    gradients = slopes(shift);
    information = [0, 1, 2].map((i) =>
      [0, 1, 2].map((j) =>
        gradients.reduce(
          (sum, g, k) => sum + ((g[i] ?? 0) * (g[j] ?? 0)) / sigma(gaps[k]) ** 2,
          i === j ? 1 / (priorMm[i] ?? 1) ** 2 : 0,
        ),
      ),
    );
    const pull = [0, 1, 2].map((i) =>
      gradients.reduce(
        (sum, g, k) => {
          const residual = (clearances[k]?.(shift) ?? 0) - (gaps[k]?.gapMm ?? 0);
          return sum - ((g[i] ?? 0) * residual) / sigma(gaps[k]) ** 2;
        },
        -(shift[i] ?? 0) / (priorMm[i] ?? 1) ** 2,
      ),
    );
    const move = solve(information, pull);
    const before = cost(shift);
    let share = 1;
    const to = (): Vec => shift.map((mm, i) => mm + share * (move[i] ?? 0)) as unknown as Vec;
    while (share > 1e-3 && cost(to()) > before) share /= 2;
    if (share <= 1e-3) break;
    shift = to();
    if (Math.hypot(...move) * share < SETTLED_MM) break;
  }
  return { shift, information, gradients };
}

/** A gap that is said to be exact would let nothing else speak. */
const sigma = (gap: GapReading | undefined): number => Math.max(0.5, gap?.errorMm ?? 1);

/** How far off a part may be along each axis before any gap, one standard deviation, mm. */
function priorOf(corner: Pick<Corner, 'measured'>, axle: AxleName, obstacle: Obstacle): Vec {
  const along = (mm: number): number => Math.max(1, Math.hypot(mm, obstacle.tapeErrorMm));
  if (isEdge(axle, obstacle)) {
    const mm = along(edgeSpreadMm(obstacle));
    return [mm, mm, mm];
  }
  const [x, y, z] = axisSpreadMm(corner, axle, obstacle);
  return [along(x), along(y), along(z)];
}

const scaled = ([x, y, z]: Vec, [sx, sy, sz]: Vec): Vec => [sx * x, sy * y, sz * z];

/** How much of a shift a point of a thing takes along each axis: a place that was read stays. Undefined where none was. */
function sharesOf(corner: Corner, axle: AxleName, obstacle: Obstacle): ((point: Vec) => Vec) | undefined {
  const places = placesIn(takenOfPart(corner, axle, obstacle));
  const [first] = places;
  if (!first) return undefined;
  return (point) => {
    const share = (axis: Axis): number => {
      if (axis === first.runs) return Math.sign(awayFromPlaces(places, point));
      const read = places.filter((one) => one.axis === axis);
      return Math.min(1, awayFromPlaces(read, point) / PLACE_REACH_MM);
    };
    return [share(0), share(1), share(2)];
  };
}

/**
 * Places an obstacle by the gaps that were read to it, as a whole: its shape stays, and so does a place of it that was read.
 * `obstacle` is where it stood before any gap. A gap disagrees where it differs by more than two spreads from what the tape and
 * the other gaps predict together.
 */
export function placeByGaps(
  vehicle: Vehicle,
  axle: AxleName,
  obstacle: Obstacle,
  gaps: readonly GapReading[],
): PlacedObstacle {
  const priorMm = priorOf(vehicle.corners[axle], axle, obstacle);
  const takes = sharesOf(vehicle.corners[axle], axle, obstacle);
  const clearances = gaps.map((gap) => clearanceAt(...poseOfGap(vehicle, axle, obstacle, gap), takes));
  // What bends at a place that was read is no longer found by its shape: a gap beside it may be that of another shape.
  const shapeMm = takes ? typicalShapeMm(obstacle) : 0;
  const weighed = gaps.map((gap) => ({ ...gap, errorMm: Math.hypot(gap.errorMm, shapeMm) }));
  const all = fit(clearances, weighed, priorMm);
  const checks = gaps.map((gap, k): GapCheck => {
    const foundMm = clearances[k]?.(all.shift) ?? NaN;
    const rest = fit(
      clearances.filter((_, i) => i !== k),
      weighed.filter((_, i) => i !== k),
      priorMm,
    );
    const predictedMm = clearances[k]?.(rest.shift) ?? NaN;
    const spread = Math.sqrt(
      sigma(weighed[k]) ** 2 + varianceAlong(rest.information, all.gradients[k] ?? NO_SHIFT),
    );
    const byMm = gap.gapMm - predictedMm;
    return {
      gap,
      foundMm,
      residualMm: gap.gapMm - foundMm,
      disagreesMm: Math.abs(byMm) > SPREADS * spread ? byMm : null,
    };
  });
  const variances = all.gradients.map((gradient) => varianceAlong(all.information, gradient));
  const spreadMm = Math.sqrt(variances.reduce((sum, one) => sum + one, 0) / Math.max(1, variances.length));
  const byMm = takes && obstacle.points.map((point) => scaled(all.shift, takes(point)));
  const moved = obstacle.points.map((point, i): Point => [...plus(point, byMm?.[i] ?? all.shift)]);
  // One gap tells how far off it is, not where it runs; from two on it stands where it is, unless the tape has placed it.
  const { estimated, ...rest } = obstacle;
  const known = (gaps.length >= 2 && !takes) || estimated === undefined;
  return {
    obstacle: {
      ...rest,
      points: moved,
      tapeErrorMm: gaps.length === 0 || takes ? obstacle.tapeErrorMm : Math.round(spreadMm * 10) / 10,
      ...(known ? {} : { estimated }),
    },
    shiftMm: all.shift,
    byMm: byMm ?? null,
    checks,
    spreadMm,
  };
}

const sideMatches = (obstacle: Pick<Obstacle, 'id' | 'side'>, gap: GapReading): boolean =>
  gap.obstacle === obstacle.id && (obstacle.side === undefined || obstacle.side === gap.side);

/** The gaps that were read to one obstacle. */
export function gapsTo(
  corner: Pick<Corner, 'measured'>,
  obstacle: Pick<Obstacle, 'id' | 'side'>,
): GapReading[] {
  return (corner.measured?.gaps ?? []).filter((gap) => sideMatches(obstacle, gap));
}

/** Where an obstacle would stand without its gaps: what they moved it by is taken off again. */
function untouched(corner: Corner, obstacle: Obstacle): Obstacle {
  const placed = corner.measured?.placed.find(({ obstacle: id }) => id === obstacle.id);
  if (!placed) return obstacle;
  const { shiftMm } = placed;
  // Whose points were changed by hand since is moved back as a whole.
  const byMm = placed.byMm?.length === obstacle.points.length ? placed.byMm : undefined;
  return {
    ...obstacle,
    points: obstacle.points.map((point, i): Point => [...minus(point, byMm?.[i] ?? shiftMm)]),
    tapeErrorMm: placed.tapeErrorMm,
    ...(placed.estimated ? { estimated: placed.estimated } : {}),
  };
}

/** The place of one obstacle by all gaps read to it; null without any. */
export function placedObstacle(vehicle: Vehicle, axle: AxleName, id: string): PlacedObstacle | null {
  const corner = vehicle.corners[axle];
  const obstacle = corner.obstacles.find((one) => one.id === id);
  const gaps = obstacle ? gapsTo(corner, obstacle) : [];
  return obstacle && gaps.length > 0 ? placeByGaps(vehicle, axle, untouched(corner, obstacle), gaps) : null;
}

/** The corner with another list of gaps, every obstacle that they speak of, or spoke of before, placed anew. */
export function withGaps(vehicle: Vehicle, axle: AxleName, gaps: GapReading[]): Corner {
  const corner = vehicle.corners[axle];
  const measured = corner.measured ?? { readings: [], gaps: [], placed: [] };
  const placed: typeof measured.placed = [];
  const obstacles = corner.obstacles.map((obstacle): Obstacle => {
    const mine = gaps.filter((gap) => sideMatches(obstacle, gap));
    const base = untouched(corner, obstacle);
    if (mine.length === 0) return base;
    const { obstacle: moved, shiftMm, byMm } = placeByGaps(vehicle, axle, base, mine);
    placed.push({
      obstacle: obstacle.id,
      shiftMm: [...shiftMm],
      ...(byMm ? { byMm: byMm.map((by): Point => [...by]) } : {}),
      tapeErrorMm: base.tapeErrorMm,
      ...(base.estimated ? { estimated: base.estimated } : {}),
    });
    return moved;
  });
  return { ...corner, obstacles, measured: { ...measured, gaps, placed } };
}

/** Lock angles that a person says without a turn plate, as shares of the lock on that side. */
export const LOCK_WORDS = [
  ['straight', 0],
  ['quarter', 0.25],
  ['half', 0.5],
  ['full', 1],
] as const;

/** The lock angle of a share of inside (positive) or outside lock; 0 where the axle does not steer. */
export function lockOfShare(corner: Corner, share: number, inside: boolean): number {
  const { steering } = corner;
  if (!steering) return 0;
  return inside ? steering.lockInsideDeg * share : -steering.lockOutsideDeg * share;
}
