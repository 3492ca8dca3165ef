import { assess } from '../assess';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Grade } from '../clearance/grade';
import type { Fit } from '../clearance/fit';
import type { Reconciled } from './reconcile';
import { takeOver } from './takeOver';
import type { TestReading } from '../format/testFit';

/** What an assessment says of one axle, in the figures that readings change. */
export type AxleVerdict = {
  grade: Grade;
  leastClearanceMm: number;
  obstacle: string;
  /** How sure that clearance is, one standard deviation, mm, and how likely it is a contact. Estimates. */
  spreadMm: number;
  chanceOfContact: number;
};
export type AxleCompared = { axle: AxleName; before: AxleVerdict; after: AxleVerdict };

function verdictOf({ grade, leastClearanceMm, at, byObstacle }: Fit): AxleVerdict {
  const nearest = byObstacle.find(({ obstacle }) => obstacle === at.obstacle);
  return {
    grade,
    leastClearanceMm,
    obstacle: at.obstacle,
    spreadMm: nearest?.spreadMm ?? NaN,
    chanceOfContact: Math.max(0, ...byObstacle.map((one) => one.chanceOfContact)),
  };
}

/** The build with what readings found taken over. */
export function takenOverBuild(
  build: Build,
  { corrections }: Pick<Reconciled, 'corrections'>,
  readings: readonly TestReading[],
): Build {
  const after = takeOver(build, { vehicle: build.vehicle, package: build.package }, corrections, readings);
  return { ...build, vehicle: after.vehicle as Build['vehicle'], package: after.package as Build['package'] };
}

/** The assessment as it is, beside the one that taking the readings over would give. */
export function compareTakenOver(
  build: Build,
  reconciled: Pick<Reconciled, 'corrections'>,
  readings: readonly TestReading[],
): AxleCompared[] {
  const before = assess(build);
  const after = assess(takenOverBuild(build, reconciled, readings));
  return AXLES.map((axle) => ({
    axle,
    before: verdictOf(before.fit[axle]),
    after: verdictOf(after.fit[axle]),
  }));
}
