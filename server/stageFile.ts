import { assess } from '../core/assess';
import type { BuildFile, VehicleFile } from '../core/format/build';
import type { Fault } from '../core/format/fields';
import { readBuild } from '../core/format/read';
import type { Queryable } from '../data/client';
import { vehicleById, type StageRow } from '../data/documents';
import { jobById } from '../data/jobs';
import type { StageDocument } from '../data/schema';

/** A stage's build file: its vehicle, its package and use, and its own `x-…` keys. */
export function buildFileOf(vehicle: VehicleFile, stage: StageDocument): BuildFile {
  const { package: pack, use, ...extensions } = stage;
  return { format: 'vexlo/build', version: 1, vehicle, package: pack, use, ...extensions };
}

/** A stage is a package and its use. Anything else in it would stand in the place of the vehicle, or of the format. */
function strangeKeys(document: object): Fault[] {
  return Object.keys(document)
    .filter((key) => key !== 'package' && key !== 'use' && !key.startsWith('x-'))
    .map((path) => ({ path, message: 'is no part of a stage; a stage holds package, use and x-… keys' }));
}

/** What a stage's columns say about its document. Assumes a document that `readBuild` took. */
export function stageColumns(vehicle: VehicleFile, document: StageDocument) {
  const strange = strangeKeys(document);
  if (strange.length > 0) return { ok: false as const, faults: strange };
  const read = readBuild(buildFileOf(vehicle, document));
  if (!read.ok) return read;
  const { grade, fit } = assess(read.build);
  const leastClearanceMm = Math.min(fit.front.leastClearanceMm, fit.rear.leastClearanceMm);
  const { label, tire } = read.build.package;
  return { ok: true as const, columns: { label, grade, leastClearanceMm, tireCode: tire.code } };
}

/** What a stage is called where its own words are not at hand. */
export const stageName = ({ label, position }: Pick<StageRow, 'label' | 'position'>): string =>
  position === 0 ? 'As delivered' : label || `Stage ${position}`;

export async function vehicleOfStage(
  db: Queryable,
  stage: Pick<StageRow, 'jobId'>,
): Promise<VehicleFile | undefined> {
  const job = await jobById(db, stage.jobId);
  return job ? (await vehicleById(db, job.vehicleId))?.document : undefined;
}
