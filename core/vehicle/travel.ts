import type { Suspension } from '../format/vehicle';
import type { Lift } from '../format/package';

export type Travel = {
  /** Hub heights above ride height as delivered, mm. */
  fullBumpMm: number;
  fullDroopMm: number;
  /** Within the two: a vehicle that its springs would stand beyond stands at the end. */
  rideMm: number;
  /** Where its springs would stand it. */
  askedRideMm: number;
  /** The largest |h'| (hub height measured from the lowered pivots) that an arm must reach. */
  reachMm: number;
};

/**
 * Where the hub can go, in mm above its height as delivered, with a lift and `sagMm` of sag.
 * Springs move the ride height only: at full bump the wheel stands where it stood before. Brackets lower
 * everything the wheel hangs on, so bump, droop and ride all go down with them. Body lift moves no wheel.
 */
export function travelOf(
  suspension: Pick<Suspension, 'bumpMm' | 'droopMm'>,
  lift: Lift,
  sagMm: number,
): Travel {
  const fullBumpMm = suspension.bumpMm - lift.bumpStopMm - lift.bracketMm;
  const fullDroopMm = -(suspension.droopMm + lift.droopGainMm + lift.bracketMm);
  const askedRideMm = -(lift.springMm + lift.bracketMm) + sagMm;
  return {
    fullBumpMm,
    fullDroopMm,
    rideMm: Math.min(fullBumpMm, Math.max(fullDroopMm, askedRideMm)),
    askedRideMm,
    reachMm: Math.max(Math.abs(fullBumpMm + lift.bracketMm), Math.abs(fullDroopMm + lift.bracketMm)),
  };
}
