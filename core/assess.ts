import { AXLES, type AxleName, type Build } from './build';
import type { Check } from './check';
import { fitBoth, type Fit } from './clearance/fit';
import { worstGrade, type Grade } from './clearance/grade';
import { speedometerOf, type Speedometer } from './driveline/speedometer';
import { tireSize, type TireSize } from './tire/size';
import { rideChecks } from './vehicle/rideChecks';
import { backspacingMm, scrubRadiusMm, wheelPlanes, type WheelPlanes } from './wheel/geometry';
import { hubChecks } from './wheel/hubChecks';

export type Assessment = {
  format: 'vexlo/assessment';
  version: 1;
  tire: { stock: TireSize; package: TireSize; diameterChangePct: number; groundClearanceGainMm: number };
  wheel: WheelPlanes & {
    backspacingMm: number;
    /** Package against stock at the front, outboard positive. */
    pokeChangeMm: number;
    insetChangeMm: number;
    /** null where the front steering is not measured. */
    scrubRadiusMm: { stock: number; package: number } | null;
    checks: Check[];
  };
  fit: Record<AxleName, Fit>;
  speedometer: Speedometer;
  grade: Grade;
  /** What belongs to no one part: ride height, and what was not judged. */
  checks: Check[];
};

function wheelBlock(build: Build, stock: TireSize, size: TireSize): Assessment['wheel'] {
  const { vehicle, package: pack } = build;
  const before = wheelPlanes(vehicle.stock.wheel, 0, stock);
  const after = wheelPlanes(pack.wheel, pack.spacerMm, size);
  const { steering } = vehicle.corners.front;
  const { outboardMm } = pack.lift.front;
  return {
    backspacingMm: pack.wheel.backspacingMm ?? backspacingMm(pack.wheel),
    ...after,
    pokeChangeMm: after.outerEdgeMm - before.outerEdgeMm + outboardMm,
    insetChangeMm: after.innerEdgeMm - before.innerEdgeMm + outboardMm,
    scrubRadiusMm: steering
      ? {
          stock: scrubRadiusMm(steering, before.centrePlaneMm, stock.rollingCircumferenceMm),
          package: scrubRadiusMm(steering, after.centrePlaneMm, size.rollingCircumferenceMm),
        }
      : null,
    checks: hubChecks(build),
  };
}

/** What this version does not judge is said, so that a good grade is not read as more than it is. */
const NOT_JUDGED: readonly Check[] = [
  {
    id: 'load',
    status: 'unknown',
    message:
      'Axle, tire and wheel loads are not judged here. Weigh each axle as it will travel and compare with the placard and the ratings.',
  },
  {
    id: 'driveline',
    status: 'unknown',
    message: 'Gearing is not judged here. Compare engine speed at cruise before and after.',
  },
  {
    id: 'strength',
    status: 'unknown',
    message: 'Axle strength is not judged here. Ask the axle’s maker for its limit with this tire.',
  },
  { id: 'stability', status: 'unknown', message: 'Stability is not judged here. Higher stands less stable.' },
];

/**
 * Judges one build: sizes, wheel, sweep of both axles, speedometer. Pure; the same build gives the same
 * answer. A wheel that cannot be mounted blocks, whatever the sweep says.
 */
export function assess(build: Build): Assessment {
  const { stock } = build.vehicle;
  const stockSize = tireSize(stock.tire, stock.wheel.widthIn);
  const size = tireSize(build.package.tire, build.package.wheel.widthIn);
  const growthMm = size.overallDiameterMm - stockSize.overallDiameterMm;
  const wheel = wheelBlock(build, stockSize, size);
  const fit = fitBoth(build);
  const mounts = wheel.checks.every(({ status }) => status !== 'fail');
  return {
    format: 'vexlo/assessment',
    version: 1,
    tire: {
      stock: stockSize,
      package: size,
      diameterChangePct: (growthMm / stockSize.overallDiameterMm) * 100,
      groundClearanceGainMm: growthMm / 2,
    },
    wheel,
    fit,
    speedometer: speedometerOf(build, stockSize.rollingCircumferenceMm, size.rollingCircumferenceMm),
    grade: worstGrade([...AXLES.map((axle) => fit[axle].grade), ...(mounts ? [] : (['blocked'] as const))]),
    checks: [...rideChecks(build), ...NOT_JUDGED],
  };
}
