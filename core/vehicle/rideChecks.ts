import { inMm, say } from '../wording';
import { AXLES, type Build } from '../format/build';
import type { Check } from '../check';
import { travelOf } from './travel';

/** Whether the vehicle still stands within its wheel travel: springs can lift it to its droop stops. */
export function rideChecks(build: Build): Check[] {
  return AXLES.map((axle): Check => {
    const { suspension } = build.vehicle.corners[axle];
    const travel = travelOf(suspension, build.package.lift[axle], build.package.sagMm[axle]);
    const droopLeft = travel.rideMm - travel.fullDroopMm;
    const bumpLeft = travel.fullBumpMm - travel.rideMm;
    const id = `ride-height-${axle}`;
    if (droopLeft <= 0)
      return {
        id,
        status: 'fail',
        value: droopLeft,
        limit: 0,
        message: say`The ${axle} springs lift it ${inMm(Math.abs(droopLeft), 0)} past full droop: the wheels hang on their stops. Lift less, or gain droop.`,
      };
    if (bumpLeft <= 0)
      return {
        id,
        status: 'fail',
        value: bumpLeft,
        limit: 0,
        message: `The ${axle} sits on its bump stops. Carry less, or fit springs for the load.`,
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
