import { AXLES, type AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import { isNeverCut } from '../../format/materials';
import { isCutPossible, realDepthMm, wholeDepthMm } from '../../cutting/realCut';
import { gainOf } from '../continuous';
import { cutDepths, sweepCorner, sweepInputOf, sweepWhole } from '../corner';
import { acceptedRubs, goalsOf, misses } from '../rub';
import { CURE_KINDS, changed, effortHours, TRYING, type CureKind, type ScannedKind } from './kinds';
import { decidingProfile } from '../profile';
import { meetingOf } from './meeting';
import { trialOf, type Trial } from './trial';
import type { Package } from '../../format/package';

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
  /** For cutting: what it does not bring to the margin since it cannot be cut, and how near that stays. */
  leaves?: { obstacle: string; leastMm: number }[];
  /** Why nothing of this kind helps, where that is plain. */
  why?: 'full-bump' | 'never-cut' | 'not-enough';
};

export type CornerCures = {
  axle: AxleName;
  cures: Cure[];
};

/** How many steps more are tried where the grid was too kind. */
const SURE_STEPS = 5;

/** Works out what brings each obstacle of a corner to its goal: the margin, or what the rub policy lets pass. */
function solver(build: Build, axle: AxleName, trial: Trial) {
  const { obstacles } = build.vehicle.corners[axle];
  const now = trial.least('spring', 0)!;
  const corner = sweepCorner(sweepInputOf(build, axle));
  const decided = cutDepths(obstacles, build.package.cuts);
  const accepted = acceptedRubs(corner, build.use, decidingProfile(build.package, build.use), decided, now);
  const goals = goalsOf(now, accepted, build.use.marginMm);
  const meets = meetingOf(build, axle, goals);
  const meetsWhole = (kind: ScannedKind, amount: number, which: readonly number[]): boolean => {
    const least = trial.whole(kind, amount);
    return least !== null && !which.some((i) => misses(least[i]!, goals[i]!));
  };

  /** The least amount of a kind that brings all of `which` to their goals. */
  const least = (kind: ScannedKind, which: readonly number[]): number | null => {
    const { exact, monotone } = TRYING[kind];
    const upTo = trial.reach(kind);
    const step = monotone ? Math.max(exact, upTo) : TRYING[kind].step;
    const good = (amount: number): boolean => meets(kind, amount, which);
    /** What the grid found good, made good between its poses too: a little more of it, where that does. */
    const surely = (amount: number): number | null => {
      for (let more = amount; more <= Math.min(upTo, amount + SURE_STEPS * exact) + 1e-9; more += exact)
        if (meetsWhole(kind, more, which)) return more;
      return null;
    };
    for (let to = step; to <= upTo + 1e-9; to += step) {
      if (!good(to)) continue;
      let low = to - step;
      let high = to;
      while (high - low > exact + 1e-9) {
        const middle = low + Math.max(1, Math.round((high - low) / exact / 2)) * exact;
        if (good(middle)) high = middle;
        else low = middle;
      }
      const sure = surely(high);
      if (sure !== null) return sure;
    }
    return null;
  };

  const worsens = (kind: ScannedKind, amount: number): string[] => {
    const after = trial.whole(kind, amount);
    return obstacles.flatMap(({ id }, i) =>
      after && after[i]! < goals[i]! && after[i]! < now[i]! - 0.5 ? [id] : [],
    );
  };

  const profile = decidingProfile(build.package, build.use);
  let swept: ReturnType<typeof sweepWhole> | undefined;
  const sweptOnce = (): NonNullable<typeof swept> => (swept ??= sweepWhole(corner, profile, decided));
  const corneredAt = (i: number): boolean =>
    corner.poses.hubMm[sweptOnce().grid.leastPose[i]!] === corner.travel.fullBumpMm;
  const depths = new Map<number, number>();
  /** How deep an obstacle has to be cut in truth to come to its goal, mm, from its edge as measured. */
  const depthOf = (i: number): number => {
    const known = depths.get(i);
    if (known !== undefined) return known;
    const { grid, whole } = sweptOnce();
    const pose = grid.leastPose[i] ?? 0;
    const depthMm = realDepthMm(corner, profile, i, goals[i]!, gainOf(grid, whole, i), pose);
    depths.set(i, depthMm);
    return depthMm;
  };
  return { now, goals, least, reach: trial.reach, worsens, corneredAt, depthOf, obstacles };
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

/** Real cuts that bring obstacles to their goals, in whole millimetres, and which of them can be made. */
function neededCuts({ depthOf, obstacles }: Solver, which: readonly number[]) {
  return which.map((i) => {
    const obstacle = obstacles[i]!;
    const never = isNeverCut(obstacle.material);
    // What is never cut has no depth that matters.
    const deepMm = never || obstacle.cutMm === 0 ? Infinity : depthOf(i);
    const depthMm = wholeDepthMm(deepMm, obstacle);
    return { i, obstacle, never, depthMm, possible: isCutPossible(obstacle, deepMm) };
  });
}

/**
 * Cutting, of one obstacle or of the whole corner. Of a corner everything is cut that is under its margin and can be; what only
 * stands close and cannot be cut stays so, and is said; what is met and cannot be cut is why cutting does not help.
 */
function cutting(solved: Solver, axle: AxleName, which: readonly number[], whole: boolean): Cure {
  const { now } = solved;
  const needed = neededCuts(solved, which);
  const made = needed.filter(({ possible }) => possible);
  const stays = needed.filter(({ possible }) => !possible);
  const blocking = stays.filter(({ i }) => !whole || now[i]! < 0);
  const none = blocking.length > 0 || made.length === 0;
  const finite = needed.map(({ depthMm }) => depthMm).filter(Number.isFinite);
  const tried = Math.max(0, ...(none ? finite : made.map(({ depthMm }) => depthMm)));
  return {
    kind: 'cut',
    axle,
    obstacle: whole ? null : (needed[0]?.obstacle.id ?? null),
    amount: none ? null : tried,
    tried,
    step: null,
    hours: effortHours(
      'cut',
      (none ? needed : made).map(({ obstacle }) => obstacle.material),
    ),
    worsens: [],
    ...(none
      ? { why: stays.some(({ never }) => never) ? ('never-cut' as const) : ('not-enough' as const) }
      : stays.length > 0
        ? { leaves: stays.map(({ i, obstacle }) => ({ obstacle: obstacle.id, leastMm: now[i]! })) }
        : {}),
  };
}

const cheapestFirst = (a: Cure, b: Cure): number =>
  Number(a.amount === null) - Number(b.amount === null) || a.hours - b.hours;

/**
 * What would free a corner: for each obstacle under its margin, and for all of them at once, the least of each
 * kind of change on its own, cheapest first. A corner that is free has no cures.
 */
export function cornerCures(build: Build, axle: AxleName): CornerCures {
  const trial = trialOf(build, axle);
  const solved = solver(build, axle, trial);
  const { now, goals, obstacles } = solved;
  const under = obstacles.flatMap((_, i) => (misses(now[i]!, goals[i]!) ? [i] : []));
  const steers = build.vehicle.corners[axle].steering !== undefined;
  const kinds = CURE_KINDS.filter((kind) => steers || kind !== 'lock-stop');
  const all = obstacles.map((_, i) => i);
  const cures = (which: readonly number[], cut: readonly number[], whole: boolean): Cure[] =>
    kinds.map((kind) =>
      kind === 'cut' ? cutting(solved, axle, cut, whole) : scanned(solved, axle, kind, which, whole),
    );
  return {
    axle,
    cures: [
      ...(under.length > 0 ? cures(all, under, true) : []),
      ...under.flatMap((i) => cures([i], [i], false)),
    ].sort(cheapestFirst),
  };
}

/** The package with a cure made. */
export function cured(build: Build, cure: Cure): Package {
  const { axle, kind, amount, obstacle } = cure;
  if (amount === null) return build.package;
  if (kind !== 'cut') return changed(build, axle, kind, amount);
  const solved = solver(build, axle, trialOf(build, axle));
  const { now, goals, obstacles } = solved;
  const which = obstacles.flatMap(({ id }, i) =>
    (obstacle === null ? misses(now[i]!, goals[i]!) : id === obstacle) ? [i] : [],
  );
  const made = neededCuts(solved, which).filter(({ possible }) => possible);
  const cuts = [
    ...build.package.cuts.filter((cut) => !made.some((one) => one.obstacle.id === cut.obstacle)),
    ...made.map(({ obstacle: { id }, depthMm }) => ({ obstacle: id, depthMm })),
  ];
  return { ...build.package, cuts };
}

/** Cures of both axles. */
export function curesFor(build: Build): CornerCures[] {
  return AXLES.map((axle) => cornerCures(build, axle));
}
