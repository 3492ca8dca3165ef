import { inMm, say } from '../wording';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { travelOf, type Travel } from './travel';

/** Less than this beyond an end of the travel is rounding. */
const STANDS_MM = 1e-6;

/** Whether an axle stands within its travel, and not hung on or pressed into its stops. */
export function standsWithin({ askedRideMm, fullDroopMm, fullBumpMm }: Travel): boolean {
  return askedRideMm >= fullDroopMm - STANDS_MM && askedRideMm <= fullBumpMm + STANDS_MM;
}

/** Whether the vehicle still stands within its wheel travel: springs can lift it to its droop stops. */
export function rideChecks(build: Build): Check[] {
  return AXLES.map((axle): Check => {
    const { suspension } = build.vehicle.corners[axle];
    const travel = travelOf(suspension, build.package.lift[axle], build.package.sagMm[axle]);
    // From where its springs would stand it: beyond an end it is judged at the end, and blocked.
    const droopLeft = travel.askedRideMm - travel.fullDroopMm;
    const bumpLeft = travel.fullBumpMm - travel.askedRideMm;
    const id = `ride-height-${axle}`;
    if (droopLeft < -STANDS_MM)
      return {
        id,
        status: 'fail',
        value: droopLeft,
        limit: 0,
        message: say`The ${axle} springs lift it ${inMm(Math.abs(droopLeft), 0)} past full droop: the wheels hang on their stops. Lift less, or gain droop.`,
      };
    if (bumpLeft < -STANDS_MM)
      return {
        id,
        status: 'fail',
        value: bumpLeft,
        limit: 0,
        message: say`The ${axle} would sit ${inMm(Math.abs(bumpLeft), 0)} into its bump stops. Carry less, or fit springs for the load.`,
      };
    if (droopLeft < 0.25 * (suspension.droopMm + build.package.lift[axle].droopGainMm))
      return {
        id,
        status: 'watch',
        value: droopLeft,
        limit: 0,
        message: say`Only ${inMm(droopLeft, 0)} of droop are left at the ${axle}: the wheels top out on every dip.`,
      };
    return {
      id,
      status: 'pass',
      value: droopLeft,
      message: say`The ${axle} stands ${inMm(droopLeft, 0)} above full droop and ${inMm(bumpLeft, 0)} under full bump.`,
    };
  });
}
