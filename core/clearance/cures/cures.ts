import { AXLES, type AxleName, type Build } from '../../format/build';
import { NEVER_CUT } from '../../format/vehicle';
import { cutDepths, sweepAll, sweepCorner, sweepInputOf } from '../corner';
import { acceptedRubs } from '../rub';
import { CURE_KINDS, changed, effortHours, TRYING, type CureKind, type ScannedKind } from './kinds';
import { profileFor, trialOf, type Trial } from './trial';
import { type Package } from '../../format/package';

/** The least of one change that brings an obstacle (or the whole corner) to its margin, or that none does. */
export type Cure = {
  kind: CureKind;
  axle: AxleName;
  /** null: for the corner as a whole. */
  obstacle: string | null;
  /** mm, degrees for the lock stop; null: no amount up to `tried` brings it there. */
  amount: number | null;
  tried: number;
  /** How far apart the amounts were that were tried first; null where it was found by bisection or in closed form. */
  step: number | null;
  /** Rough hours of work, an estimate. */
  hours: number;
  /** Obstacles that this change would bring under the margin, or further under it. */
  worsens: string[];
  /** Why nothing of this kind helps, where that is plain. */
  why?: 'full-bump' | 'never-cut' | 'not-enough';
};

/** Least clearance over the corner against the amount of one kind of lift; null where it could not stand. */
export type LiftCurve = { kind: ScannedKind; points: { amountMm: number; leastMm: number | null }[] };

export type CornerCures = {
  axle: AxleName;
  cures: Cure[];
  curves: LiftCurve[];
};

const CURVE_KINDS = ['spring', 'body', 'bracket', 'bump-stop'] as const;
const CURVE_STEP_MM = 10;

/** Works out what brings each obstacle of a corner to its goal: the margin, or what the rub policy lets pass. */
function solver(build: Build, axle: AxleName, trial: Trial) {
  const { obstacles } = build.vehicle.corners[axle];
  const now = trial.least('spring', 0)!;
  const corner = sweepCorner(sweepInputOf(build, axle));
  const decided = cutDepths(obstacles, build.package.cuts);
  const accepted = acceptedRubs(corner, build.use, profileFor(build.package), decided, now);
  const goals = Float64Array.from(now, (gap, i) =>
    accepted[i] === 1 ? Math.min(gap, 0) : build.use.marginMm,
  );
  const meets = (least: Float64Array | null, which: readonly number[]): boolean =>
    least !== null && which.every((i) => least[i]! >= goals[i]! - 1e-9);

  /** The least amount of a kind that brings all of `which` to their goals. */
  const least = (kind: ScannedKind, which: readonly number[]): number | null => {
    const { exact, monotone } = TRYING[kind];
    const upTo = trial.reach(kind);
    const step = monotone ? Math.max(exact, upTo) : TRYING[kind].step;
    const good = (amount: number): boolean => meets(trial.least(kind, amount), which);
    for (let to = step; to <= upTo + 1e-9; to += step) {
      if (!good(to)) continue;
      let low = to - step;
      let high = to;
      while (high - low > exact + 1e-9) {
        const middle = low + Math.max(1, Math.round((high - low) / exact / 2)) * exact;
        if (good(middle)) high = middle;
        else low = middle;
      }
      return high;
    }
    return null;
  };

  const worsens = (kind: ScannedKind, amount: number): string[] => {
    const after = trial.least(kind, amount);
    return obstacles.flatMap(({ id }, i) =>
      after && after[i]! < goals[i]! && after[i]! < now[i]! - 0.5 ? [id] : [],
    );
  };

  let leastPose: Int32Array | undefined;
  const corneredAt = (i: number): boolean => {
    leastPose ??= sweepAll(corner, profileFor(build.package), decided).leastPose;
    return Math.floor(leastPose[i]! / corner.grid.lockDeg.length) === corner.grid.travelMm.length - 1;
  };
  return { now, goals, decided, least, reach: trial.reach, worsens, corneredAt, obstacles };
}

type Solver = ReturnType<typeof solver>;

function scanned(
  { least, reach, worsens, corneredAt, obstacles }: Solver,
  axle: AxleName,
  kind: ScannedKind,
  which: readonly number[],
  whole: boolean,
): Cure {
  const amount = least(kind, which);
  const { step, upTo, monotone } = TRYING[kind];
  const stuck = amount === null && kind === 'spring' && which.some(corneredAt);
  return {
    kind,
    axle,
    obstacle: whole ? null : (obstacles[which[0]!]?.id ?? null),
    amount,
    tried: Math.min(upTo, reach(kind)),
    step: monotone ? null : step,
    hours: effortHours(kind),
    worsens: amount === null ? [] : worsens(kind, amount),
    ...(stuck ? { why: 'full-bump' as const } : {}),
  };
}

/** Depths that bring obstacles to their goals, counted with what is decided already; whole millimetres. */
function neededDepths({ now, goals, decided, obstacles }: Solver, which: readonly number[]) {
  return which.map((i) => ({
    obstacle: obstacles[i]!,
    depthMm: Math.ceil(goals[i]! - now[i]! + decided[i]! - 1e-9),
  }));
}

function cutting(solved: Solver, axle: AxleName, which: readonly number[], whole: boolean): Cure {
  const needed = neededDepths(solved, which);
  const tried = Math.max(0, ...needed.map(({ depthMm }) => depthMm));
  const never = needed.some(({ obstacle }) => NEVER_CUT.has(obstacle.material));
  const short = needed.some(({ obstacle, depthMm }) => depthMm > obstacle.cutMm);
  return {
    kind: 'cut',
    axle,
    obstacle: whole ? null : (needed[0]?.obstacle.id ?? null),
    amount: short ? null : tried,
    tried,
    step: null,
    hours: effortHours(
      'cut',
      needed.map(({ obstacle }) => obstacle.material),
    ),
    worsens: [],
    ...(never ? { why: 'never-cut' as const } : short ? { why: 'not-enough' as const } : {}),
  };
}

const cheapestFirst = (a: Cure, b: Cure): number =>
  Number(a.amount === null) - Number(b.amount === null) || a.hours - b.hours;

/**
 * What would free a corner: for each obstacle under its margin, and for all of them at once, the least of each
 * kind of change on its own, cheapest first. A corner that is free has no cures, only its curves.
 */
export function cornerCures(build: Build, axle: AxleName): CornerCures {
  const trial = trialOf(build, axle);
  const solved = solver(build, axle, trial);
  const { now, goals, obstacles } = solved;
  const under = obstacles.flatMap((_, i) => (now[i]! < goals[i]! - 1e-9 ? [i] : []));
  const steers = build.vehicle.corners[axle].steering !== undefined;
  const kinds = CURE_KINDS.filter((kind) => steers || kind !== 'lock-stop');
  const all = obstacles.map((_, i) => i);
  const cures = (which: readonly number[], cut: readonly number[], whole: boolean): Cure[] =>
    kinds.map((kind) =>
      kind === 'cut' ? cutting(solved, axle, cut, whole) : scanned(solved, axle, kind, which, whole),
    );
  // What is met decides what is cut: a rail that is merely close is no reason not to trim a liner.
  const met = under.filter((i) => now[i]! < 0);
  return {
    axle,
    cures: [
      ...(under.length > 0 ? cures(all, met.length > 0 ? met : under, true) : []),
      ...under.flatMap((i) => cures([i], [i], false)),
    ].sort(cheapestFirst),
    curves: CURVE_KINDS.map((kind) => ({
      kind,
      points: Array.from({ length: TRYING[kind].upTo / CURVE_STEP_MM + 1 }, (_, k) => {
        const least = trial.least(kind, k * CURVE_STEP_MM);
        return { amountMm: k * CURVE_STEP_MM, leastMm: least && Math.min(...least) };
      }),
    })),
  };
}

/** The package with a cure made. */
export function cured(build: Build, cure: Cure): Package {
  const { axle, kind, amount, obstacle } = cure;
  if (amount === null) return build.package;
  if (kind !== 'cut') return changed(build, axle, kind, amount);
  const solved = solver(build, axle, trialOf(build, axle));
  const { now, goals, obstacles } = solved;
  const met = obstacles.flatMap((_, i) => (now[i]! < 0 ? [i] : []));
  const under = obstacles.flatMap((_, i) => (now[i]! < goals[i]! ? [i] : []));
  const which =
    obstacle === null
      ? met.length > 0
        ? met
        : under
      : obstacles.flatMap(({ id }, i) => (id === obstacle ? [i] : []));
  const needed = neededDepths(solved, which);
  const cuts = [
    ...build.package.cuts.filter((cut) => !needed.some((one) => one.obstacle.id === cut.obstacle)),
    ...needed.map(({ obstacle: { id }, depthMm }) => ({ obstacle: id, depthMm })),
  ];
  return { ...build.package, cuts };
}

/** Cures of both axles. */
export function curesFor(build: Build): CornerCures[] {
  return AXLES.map((axle) => cornerCures(build, axle));
}
