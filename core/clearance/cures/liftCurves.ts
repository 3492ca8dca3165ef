import type { AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import type { ScannedKind } from './kinds';
import { TRYING } from './kinds';
import { trialOf } from './trial';

/** Least clearance over the corner against the amount of one kind of lift; null where it could not stand. */
export type LiftCurve = { kind: ScannedKind; points: { amountMm: number; leastMm: number | null }[] };

const CURVE_KINDS = ['spring', 'body', 'bracket', 'bump-stop'] as const;
const CURVE_STEP_MM = 10;

/** What more of each kind of lift does to a corner, one kind at a time. */
export function liftCurves(build: Build, axle: AxleName): LiftCurve[] {
  const trial = trialOf(build, axle);
  return CURVE_KINDS.map((kind) => ({
    kind,
    points: Array.from({ length: TRYING[kind].upTo / CURVE_STEP_MM + 1 }, (_, k) => {
      const least = trial.whole(kind, k * CURVE_STEP_MM);
      return { amountMm: k * CURVE_STEP_MM, leastMm: least && Math.min(...least) };
    }),
  }));
}
