import { z } from 'zod';
import {
  AXLES,
  faultsOf,
  oneOf,
  perAxle,
  quote,
  whole,
  within,
  withoutExtensions,
  words,
  type Fault,
} from './fields';
import { tireSchema } from './tire';
import { tireSize } from '../tire/size';
import { FUSES } from './driveline';
import { chalkSchema } from '../load/chalk';
import { ruleSetSchema } from './rules';
import { MM_PER_INCH } from '../units/length';
import { vehicleSchema } from './vehicle';
import { travelOf } from '../vehicle/travel';
import { wheelSchema } from './wheel';

export { AXLES, type AxleName } from './fields';
export type { Fault } from './fields';
export type { Tire } from './tire';
import type { Vehicle } from './vehicle';
export type { Corner, Material, Obstacle, Steering, Suspension, Vehicle } from './vehicle';
export type { Hub, Wheel } from './wheel';

/** A spacer bolts onto the hub and carries studs of its own, or slips over the hub's. */
export const SPACER_KINDS = ['bolt-on', 'slip-on'] as const;
/** Where a pressure sensor sits, if anywhere. */
export const SENSORS = ['none', 'valve', 'band'] as const;

const liftLength = within(-300, 500, 'mm').default(0);
export const liftSchema = z.strictObject({
  springMm: liftLength,
  bracketMm: liftLength,
  bodyMm: liftLength,
  bumpStopMm: liftLength,
  droopGainMm: liftLength,
  foreAftMm: liftLength,
  outboardMm: liftLength,
  casterDeltaDeg: within(-20, 20, '°').default(0),
});
export type Lift = z.output<typeof liftSchema>;

const NO_LIFT = { front: {}, rear: {} };

export const packageSchema = z.strictObject({
  label: words(120).default(''),
  tire: tireSchema,
  wheel: wheelSchema,
  spacerMm: within(0, 300, 'mm').default(0),
  spacerKind: oneOf(SPACER_KINDS).optional(),
  /** Whether a ring fills the wheel's wider bore. */
  centringRing: z.boolean({ error: 'is not true/false' }).optional(),
  pressureSensor: oneOf(SENSORS).optional(),
  chalk: chalkSchema.optional(),
  lift: z.strictObject({ front: liftSchema.prefault({}), rear: liftSchema.prefault({}) }).prefault(NO_LIFT),
  sagMm: z
    .strictObject({
      front: within(-300, 500, 'mm').default(0),
      rear: within(-300, 500, 'mm').default(0),
    })
    .prefault({}),
  cuts: z
    .array(z.strictObject({ obstacle: words(60, 1), depthMm: within(0, 1000, 'mm') }))
    .max(100)
    .default([]),
  /** Where a lock stop is set: the largest angle of the wheel on the inside of the turn. */
  lockStopDeg: within(1, 60, '°').optional(),
  axleRatio: within(0.5, 20).optional(),
  pressureKpa: perAxle(within(0, 1000, 'kPa')).optional(),
  addedMass: z
    .array(
      z.strictObject({
        label: words(120).default(''),
        massKg: within(0, 5000, 'kg', true),
        behindFrontAxleMm: within(-10_000, 10_000, 'mm'),
        heightMm: within(-1000, 5000, 'mm'),
      }),
    )
    .max(100)
    .default([]),
});
export type Package = z.output<typeof packageSchema>;

export const ZONES = ['street', 'trail', 'all'] as const;
export type Zone = (typeof ZONES)[number];

/** Whether a soft liner may touch lightly in the last degrees of lock. */
export const RUB_POLICIES = ['none', 'liner-kiss'] as const;
export type RubPolicy = (typeof RUB_POLICIES)[number];

const share = within(0, 1);

export const useSchema = z.strictObject({
  zone: oneOf(ZONES).default('street'),
  /** The shop's own zone, in force in place of `zone`: shares of bump and of lock up to which a pose counts. */
  zoneLimits: z.strictObject({ label: words(40, 1), bump: share, lock: share }).optional(),
  rub: oneOf(RUB_POLICIES).default('none'),
  /** How far the ride height may be from what was measured, one standard deviation. */
  rideSpreadMm: within(0, 60, 'mm').optional(),
  marginMm: within(0, 200, 'mm').default(10),
  grid: z.strictObject({ lock: whole(1, 181).default(41), travel: whole(2, 121).default(25) }).prefault({}),
  cruiseKmh: within(10, 250, 'km/h').optional(),
  topKmh: within(10, 350, 'km/h').optional(),
  style: oneOf(['touring', 'trail', 'crawl', 'bounce']).optional(),
  comfortRpm: within(200, 20_000, 'rpm').optional(),
  /** The part of each axle that is meant to give first. */
  fuse: z.strictObject({ front: oneOf(FUSES).optional(), rear: oneOf(FUSES).optional() }).optional(),
  /** The rule set of the place that is in force for this job. */
  rules: ruleSetSchema.optional(),
});
export type Use = z.output<typeof useSchema>;

const literal = <T extends string | number>(value: T) =>
  z.literal(value, {
    error: ({ input }) => `${quote(input)} is not read here; write ${JSON.stringify(value)}`,
  });

/** What a build file holds, field by field; what spans several fields is checked after it. */
export const buildSchema = z.strictObject({
  format: literal('vexlo/build'),
  version: literal(1),
  vehicle: vehicleSchema,
  package: packageSchema,
  use: useSchema.prefault({}),
});

/** Everything `assess` needs, defaults filled in. */
export type Build = z.output<typeof buildSchema>;
/** A build as written in a file: defaults may be left out, `x-…` keys may be added. */
export type BuildFile = z.input<typeof buildSchema>;
export type VehicleFile = BuildFile['vehicle'];
export type PackageFile = BuildFile['package'];
export type UseFile = NonNullable<BuildFile['use']>;

/** Faults that span more than one field: rims, cuts, travel and arms. The fields themselves are in order. */
function faultsAcross(build: Build): Fault[] {
  const faults: Fault[] = [];
  const fault = (path: (string | number)[], message: string): void => {
    faults.push({ path: path.join('.'), message });
  };
  const mounted: [(string | number)[], Pick<Package, 'tire' | 'wheel'>][] = [
    [['vehicle', 'stock'], build.vehicle.stock],
    [['package'], build.package],
  ];
  for (const [path, { tire, wheel }] of mounted) {
    const { overallDiameterMm } = tireSize(tire, wheel.widthIn);
    if (overallDiameterMm < MM_PER_INCH * wheel.diameterIn + 40)
      fault(
        [...path, 'wheel', 'diameterIn'],
        `${wheel.diameterIn} leaves no sidewall under a tire of ${overallDiameterMm.toFixed(0)} mm; give the tire’s own rim`,
      );
  }
  const obstacles = AXLES.flatMap((axle) => build.vehicle.corners[axle].obstacles);
  const cut = new Set<string>();
  build.package.cuts.forEach(({ obstacle }, i) => {
    const path = ['package', 'cuts', i, 'obstacle'];
    const named = obstacles.filter(({ id }) => id === obstacle);
    if (named.length === 0)
      fault(
        path,
        `"${obstacle}" is no obstacle of this vehicle; the ids are ${obstacles.map(({ id }) => id).join(', ')}`,
      );
    else if (named.every(({ cutMm }) => cutMm === 0))
      fault(path, `"${obstacle}" may not be cut (its cutMm is 0); take the cut out`);
    if (cut.has(obstacle)) fault(path, `"${obstacle}" is cut twice; write one cut with the whole depth`);
    cut.add(obstacle);
  });
  for (const axle of AXLES) {
    const corner = ['vehicle', 'corners', axle, 'suspension'];
    const { suspension } = build.vehicle.corners[axle];
    const { bumpStopMm } = build.package.lift[axle];
    const { fullBumpMm, fullDroopMm, reachMm } = travelOf(suspension, build.package.lift[axle], 0);
    if (fullBumpMm <= fullDroopMm)
      fault(
        ['package', 'lift', axle, 'bumpStopMm'],
        `${bumpStopMm} leaves no wheel travel; give less than ${bumpStopMm + fullBumpMm - fullDroopMm} mm`,
      );
    const short = (key: string, armMm: number): void => {
      fault(
        [...corner, key],
        `${armMm} is no longer than the wheel travels (${reachMm} mm); give more, or null for a straight path`,
      );
    };
    if (suspension.frontArmMm !== null && suspension.frontArmMm <= reachMm)
      short('frontArmMm', suspension.frontArmMm);
    if (suspension.sideArmMm !== null && Math.abs(suspension.sideArmMm) <= reachMm)
      short('sideArmMm', suspension.sideArmMm);
    if (suspension.kind === 'solid' && build.vehicle.trackMm[axle] / 2 <= reachMm)
      fault(
        ['vehicle', 'trackMm', axle],
        `${build.vehicle.trackMm[axle]} is too narrow for ${reachMm} mm of travel`,
      );
  }
  return faults;
}

/**
 * Checks an unknown document against the build format. `build` has every default filled in and no `x-…`
 * key; keep the document itself to write it back untouched. Faults come in the order they stand in.
 */
export function readBuild(input: unknown): { ok: true; build: Build } | { ok: false; faults: Fault[] } {
  const result = buildSchema.safeParse(withoutExtensions(input));
  if (!result.success) return { ok: false, faults: faultsOf(buildSchema, result.error.issues) };
  const faults = faultsAcross(result.data);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, build: result.data };
}

const stageSchema = z.strictObject({ package: packageSchema, use: useSchema.prefault({}) });

/**
 * Checks a package and its use against a vehicle that has been checked before: the same faults as `readBuild`
 * finds in them, without going over the vehicle's points again. For a hand that drags.
 */
export function readStage(
  vehicle: Vehicle,
  stage: { package: unknown; use: unknown },
): ReturnType<typeof readBuild> {
  const result = stageSchema.safeParse(withoutExtensions({ package: stage.package, use: stage.use }));
  if (!result.success) return { ok: false, faults: faultsOf(stageSchema, result.error.issues) };
  const build: Build = { format: 'vexlo/build', version: 1, vehicle, ...result.data };
  const faults = faultsAcross(build);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, build };
}
