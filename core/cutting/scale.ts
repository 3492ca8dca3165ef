import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { trialOf } from '../clearance/cures/trial';
import { cutDepths } from '../clearance/corner';
import { fitBoth } from '../clearance/fit';
import type { EdgeCut } from './cutPlan';

/** What is left when only a share of every cut of an axle is made. */
export type ScaleStep = {
  /** Share of the full depth, 0 to 1, and the deepest cut that is then made, mm. */
  share: number;
  deepestMm: number;
  /** Least clearance that is left over the zone, mm; under 0 it touches. */
  leastMm: number;
  usableLockDeg: { inside: number; outside: number };
  /** The least lift that would bring the margin back, by kind, to 5 mm; empty where none does. */
  lift: { kind: 'spring' | 'bracket' | 'body'; mm: number }[];
};

const SHARES = [0, 0.25, 0.5, 0.75, 1] as const;
const KINDS = ['spring', 'bracket', 'body'] as const;
/** Lift is looked for in steps of this: a shop fits what it can buy. */
const LIFT_STEP_MM = 5;

/**
 * Cutting less against lifting instead, on one scale: for shares of the full depth of every edge of an axle that may be
 * cut, the clearance and lock that are left, and the lift that would stand in for what is not cut. A cut adds its depth to
 * its obstacle's clearance and moves nothing, so every lift is tried once and counts for all shares.
 */
export function cutScaleOf(build: Build, axle: AxleName, cuts: readonly EdgeCut[]): ScaleStep[] {
  const mine = cuts.filter((cut) => cut.axle === axle && cut.refused === null);
  if (mine.length === 0) return [];
  const { obstacles } = build.vehicle.corners[axle];
  const others = build.package.cuts.filter(({ obstacle }) => !mine.some((cut) => cut.obstacle === obstacle));
  const trial = trialOf({ ...build, package: { ...build.package, cuts: [] } }, axle);
  const tried = KINDS.map((kind) => {
    const amounts: { mm: number; least: Float64Array }[] = [];
    for (let mm = 0; mm <= trial.reach(kind); mm += LIFT_STEP_MM) {
      const least = trial.least(kind, mm);
      if (least) amounts.push({ mm, least });
    }
    return { kind, amounts };
  });
  return SHARES.map((share): ScaleStep => {
    const depths = mine.map(({ obstacle, deepestMm }) => ({ obstacle, depthMm: deepestMm * share }));
    const all = [...others, ...depths];
    const added = cutDepths(obstacles, all);
    const fit = fitBoth({ ...build, package: { ...build.package, cuts: all } })[axle];
    const clears = (least: Float64Array): boolean =>
      least.every((gap, i) => gap + (added[i] ?? 0) >= build.use.marginMm - 1e-9);
    return {
      share,
      deepestMm: Math.max(...depths.map(({ depthMm }) => depthMm)),
      leastMm: fit.leastClearanceMm,
      usableLockDeg: fit.usableLockDeg,
      lift: tried.flatMap(({ kind, amounts }) => {
        // What the grid finds is looked at closely before it is said.
        const found = amounts.find(({ mm, least }) => {
          const whole = clears(least) ? trial.whole(kind, mm) : null;
          return whole !== null && clears(whole);
        });
        return found ? [{ kind, mm: found.mm }] : [];
      }),
    };
  });
}
