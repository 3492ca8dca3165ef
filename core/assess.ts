import { AXLES, type AxleName } from './format/names';
import type { Build } from './format/build';
import type { Check } from './check';
import { envelopeFits, type EnvelopeFit } from './clearance/envelope';
import { fitBoth, type Fit } from './clearance/fit';
import { worstGrade, type Grade } from './clearance/grade';
import { drivelineOf, type Driveline } from './driveline/driveline';
import { speedometerOf, type Speedometer } from './driveline/speedometer';
import { strengthOf, type Strength } from './driveline/strength';
import { loadOf, type Load } from './load/load';
import { ruleChecks } from './rules/evaluate';
import { groundOf, type Ground } from './stability/ground';
import { stabilityOf, type Stability } from './stability/stability';
import { deriveFigures, type Figures } from './figures';
import type { TireSize } from './tire/size';
import { partChecks } from './vehicle/partChecks';
import { rideChecks } from './vehicle/rideChecks';
import { spareChecks } from './vehicle/spare';
import { backspacingMm, scrubRadiusMm, type WheelPlanes } from './wheel/geometry';
import { hardwareChecks } from './wheel/hardware';
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
  load: Load;
  driveline: Driveline;
  /** Left out where the powertrain or the axles are not known. */
  strength?: Strength;
  /** Left out where the height of the centre of gravity is not measured. */
  stability?: Stability;
  /** Chains and mud around the tires, each as a tire of its own; left out where none are put on. */
  envelopes?: EnvelopeFit[];
  /** Whether the new spare goes where the old one was; left out where its place is not entered. */
  spare?: Check[];
  /** What it gains over the ground, from the low points as measured. */
  ground: Ground;
  /** The place's rules that are in force for this job; ask the inspector. */
  rules: Check[];
  grade: Grade;
  /** What belongs to no one part: ride height, and what could not be judged at all. */
  checks: Check[];
};

function wheelBlock(build: Build, figures: Figures): Assessment['wheel'] {
  const { vehicle, package: pack } = build;
  const { planes: before, size: stock } = figures.stock;
  const { planes: after, size } = figures.package;
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
    checks: [...hubChecks(build), ...hardwareChecks(build)],
  };
}

/**
 * Judges one build, in the order of the work: sizes, wheel, sweep of both axles, what carries it, what drives it, how it
 * stands. Pure; the same build gives the same answer. A wheel that cannot be mounted blocks, whatever the sweep says, and
 * so does a rating that is exceeded.
 */
export function assess(build: Build): Assessment {
  const figures = deriveFigures(build);
  const wheel = wheelBlock(build, figures);
  const fit = fitBoth(build, figures);
  const load = loadOf(build, figures);
  const strength = strengthOf(build, figures);
  const stability = stabilityOf(build, figures);
  const speedometer = speedometerOf(build, figures);
  const holds = [...wheel.checks, ...load.checks].every(({ status }) => status !== 'fail');
  return {
    format: 'vexlo/assessment',
    version: 1,
    tire: {
      stock: figures.stock.size,
      package: figures.package.size,
      diameterChangePct: figures.growthPct,
      groundClearanceGainMm: figures.growthMm / 2,
    },
    wheel,
    fit,
    speedometer,
    load,
    driveline: drivelineOf(build, figures),
    ...(strength.ok ? { strength: strength.value } : {}),
    ...(stability.ok ? { stability: stability.value } : {}),
    ...(build.package.envelopes.length > 0 ? { envelopes: envelopeFits(build) } : {}),
    ...(build.vehicle.spare ? { spare: spareChecks(build, figures) } : {}),
    ground: groundOf(build, figures),
    rules: ruleChecks(build, { speedometer, load, fit }, figures),
    grade: worstGrade([...AXLES.map((axle) => fit[axle].grade), ...(holds ? [] : (['blocked'] as const))]),
    checks: [
      ...rideChecks(build),
      ...partChecks(build),
      ...(strength.ok ? [] : strength.checks),
      ...(stability.ok ? [] : stability.checks),
    ],
  };
}
