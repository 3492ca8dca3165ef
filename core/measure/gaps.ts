import type { Vec } from '../geometry/vec';
import type { AxleName, Corner, Obstacle, Vehicle } from '../format/build';
import { clearanceAt } from '../clearance/at';
import { mountedProfile } from '../clearance/profile';
import { NO_LIFT } from '../vehicle/asDelivered';
import { GUESSED_POINT_MM, WHOLLY_GUESSED_MM } from '../clearance/spread';
import type { GapReading } from '../format/measured';
import { solve, varianceAlong } from './linear';

/** One gap against the place that was found: what it reads there, and whether it disagrees with the others. */
export type GapCheck = {
  gap: GapReading;
  /** The clearance in its pose where the obstacle has been placed, mm. */
  foundMm: number;
  residualMm: number;
  /** By how much it differs from what all the rest say, where that is more than two spreads; mm. */
  disagreesMm: number | null;
};

export type PlacedObstacle = {
  obstacle: Obstacle;
  /** How far it was moved from where it stood without any gap, mm. */
  shiftMm: Vec;
  checks: GapCheck[];
  /** One standard deviation of the clearances in the poses that were read, mm. */
  spreadMm: number;
};

const NO_SHIFT: Vec = [0, 0, 0];
/** Gauss and Newton settle in three or four steps; the rest is for ridges where the nearest point changes. */
const STEPS = 25;
const SETTLED_MM = 1e-4;
const DIFFERENCE_MM = 0.25;
const SPREADS = 2;

/** Clearance in mm of an obstacle's points, moved by a shift, in the pose and from the tire of one gap reading. */
export function gapClearance(
  vehicle: Vehicle,
  axle: AxleName,
  obstacle: Pick<Obstacle, 'points' | 'carrier'>,
  gap: GapReading,
): (shift: Vec) => number {
  const mounted = gap.mounted ?? { ...vehicle.stock, spacerMm: 0 };
  const profile = mountedProfile(mounted, mounted.spacerMm);
  const pose = { lift: NO_LIFT, lockDeg: gap.lockDeg, hubMm: gap.travelMm };
  return clearanceAt(vehicle.corners[axle], obstacle, pose, profile);
}

type Fitted = { shift: Vec; information: number[][]; gradients: Vec[] };

/**
 * The shift that best agrees with the gaps and with what was taped before: least squares of
 * Σ ((clearance − gap)/σ)² + |shift|²/σ_tape², by Gauss and Newton with halved steps.
 */
function fit(
  clearances: readonly ((shift: Vec) => number)[],
  gaps: readonly GapReading[],
  priorMm: number,
): Fitted {
  const cost = (shift: Vec): number =>
    clearances.reduce(
      (sum, clearance, i) => sum + ((clearance(shift) - (gaps[i]?.gapMm ?? 0)) / sigma(gaps[i])) ** 2,
      shift.reduce((sum, mm) => sum + (mm / priorMm) ** 2, 0),
    );
  const slopes = (shift: Vec): Vec[] =>
    clearances.map((clearance) => {
      const along = (axis: number): number => {
        const to = (by: number): Vec => shift.map((mm, i) => (i === axis ? mm + by : mm)) as unknown as Vec;
        return (clearance(to(DIFFERENCE_MM)) - clearance(to(-DIFFERENCE_MM))) / (2 * DIFFERENCE_MM);
      };
      return [along(0), along(1), along(2)];
    });
  let shift: Vec = NO_SHIFT;
  let gradients = slopes(shift);
  let information: number[][] = [];
  for (let step = 0; step < STEPS; step++) {
    gradients = slopes(shift);
    information = [0, 1, 2].map((i) =>
      [0, 1, 2].map((j) =>
        gradients.reduce(
          (sum, g, k) => sum + ((g[i] ?? 0) * (g[j] ?? 0)) / sigma(gaps[k]) ** 2,
          i === j ? 1 / priorMm ** 2 : 0,
        ),
      ),
    );
    const pull = [0, 1, 2].map((i) =>
      gradients.reduce(
        (sum, g, k) => {
          const residual = (clearances[k]?.(shift) ?? 0) - (gaps[k]?.gapMm ?? 0);
          return sum - ((g[i] ?? 0) * residual) / sigma(gaps[k]) ** 2;
        },
        -(shift[i] ?? 0) / priorMm ** 2,
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

function priorOf({ estimated, points, tapeErrorMm }: Obstacle): number {
  const share = new Set(estimated).size / points.length;
  if (share === 1) return WHOLLY_GUESSED_MM;
  return Math.max(1, share > 0 ? Math.max(tapeErrorMm, GUESSED_POINT_MM * share) : tapeErrorMm);
}

/**
 * Places an obstacle by the gaps that were read to it, as a whole: its shape stays. `obstacle` is where it stood
 * before any gap. A gap disagrees where it differs by more than two spreads from what the tape and the other
 * gaps predict together.
 */
export function placeByGaps(
  vehicle: Vehicle,
  axle: AxleName,
  obstacle: Obstacle,
  gaps: readonly GapReading[],
): PlacedObstacle {
  const priorMm = priorOf(obstacle);
  const clearances = gaps.map((gap) => gapClearance(vehicle, axle, obstacle, gap));
  const all = fit(clearances, gaps, priorMm);
  const checks = gaps.map((gap, k): GapCheck => {
    const foundMm = clearances[k]?.(all.shift) ?? NaN;
    const rest = fit(
      clearances.filter((_, i) => i !== k),
      gaps.filter((_, i) => i !== k),
      priorMm,
    );
    const predictedMm = clearances[k]?.(rest.shift) ?? NaN;
    const spread = Math.sqrt(sigma(gap) ** 2 + varianceAlong(rest.information, all.gradients[k] ?? NO_SHIFT));
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
  const moved = obstacle.points.map(([x, y, z]): [number, number, number] => [
    x + all.shift[0],
    y + all.shift[1],
    z + all.shift[2],
  ]);
  // One gap tells how far off it is, not where it runs; from two on it stands where it is.
  const { estimated, ...rest } = obstacle;
  const known = gaps.length >= 2 || estimated === undefined;
  return {
    obstacle: {
      ...rest,
      points: moved,
      tapeErrorMm: gaps.length === 0 ? obstacle.tapeErrorMm : Math.round(spreadMm * 10) / 10,
      ...(known ? {} : { estimated }),
    },
    shiftMm: all.shift,
    checks,
    spreadMm,
  };
}

const sideMatches = (obstacle: Obstacle, gap: GapReading): boolean =>
  gap.obstacle === obstacle.id && (obstacle.side === undefined || obstacle.side === gap.side);

/** The gaps that were read to one obstacle. */
export function gapsTo(corner: Corner, obstacle: Obstacle): GapReading[] {
  return (corner.measured?.gaps ?? []).filter((gap) => sideMatches(obstacle, gap));
}

/** Where an obstacle would stand without its gaps: what they moved it by is taken off again. */
function untouched(corner: Corner, obstacle: Obstacle): Obstacle {
  const placed = corner.measured?.placed.find(({ obstacle: id }) => id === obstacle.id);
  if (!placed) return obstacle;
  const [dx, dy, dz] = placed.shiftMm;
  return {
    ...obstacle,
    points: obstacle.points.map(([x, y, z]) => [x - dx, y - dy, z - dz]),
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
    const { obstacle: moved, shiftMm } = placeByGaps(vehicle, axle, base, mine);
    placed.push({
      obstacle: obstacle.id,
      shiftMm: [...shiftMm],
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
