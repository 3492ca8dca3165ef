import type { Result } from '../result';
import { z } from 'zod';
import { faultsOf, withoutExtensions, type Fault } from './fields';
import { addedSagMm } from '../load/masses';
import { faultsAcross } from './across';
import type { Vehicle } from './vehicle';
import { packageSchema } from './package';
import type { Package, ParsedPackage } from './package';
import { useSchema } from './use';
import { buildSchema } from './build';
import type { Build } from './build';

/** A package as read, its sag filled in where it says none: what was added sits it down on springs of a known rate. */
function settled(vehicle: Vehicle, pack: ParsedPackage): Package {
  const added = addedSagMm(vehicle, pack.addedMass);
  const { front = added.front, rear = added.rear } = pack.sagMm;
  return { ...pack, sagMm: { front, rear } };
}

/**
 * Checks an unknown document against the build format. `build` has every default filled in and no `x-…`
 * key; keep the document itself to write it back untouched. Faults come in the order they stand in.
 */
export function readBuild(input: unknown): Result<Build, { faults: Fault[] }> {
  const result = buildSchema.safeParse(withoutExtensions(input));
  if (!result.success) return { ok: false, faults: faultsOf(buildSchema, result.error.issues) };
  const { vehicle } = result.data;
  const build: Build = { ...result.data, package: settled(vehicle, result.data.package) };
  const faults = faultsAcross(build);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: build };
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
  const { package: pack, use } = result.data;
  const build: Build = { format: 'vexlo/build', version: 1, vehicle, package: settled(vehicle, pack), use };
  const faults = faultsAcross(build);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: build };
}
