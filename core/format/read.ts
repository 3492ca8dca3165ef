import { z } from 'zod';
import { AXLES, faultsOf, withoutExtensions, type Fault } from './fields';
import { tireSize } from '../tire/size';
import { MM_PER_INCH } from '../units/length';
import { travelOf } from '../vehicle/travel';
import type { Vehicle } from './vehicle';
import { packageSchema } from './package';
import type { Package } from './package';
import { useSchema } from './use';
import { buildSchema } from './build';
import type { Build } from './build';

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
