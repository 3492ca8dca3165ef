import { assess } from '../../core/assess';
import type { Grade } from '../../core/clearance/grade';
import type { BuildFile, VehicleFile } from '../../core/format/build';
import type { Fault } from '../../core/format/fields';
import { readBuild } from '../../core/format/read';
import type { RubPolicy } from '../../core/format/use';
import type { Result } from '../../core/result';
import type { StageDocument } from '../../data/schema';
import { tooMuchWork } from './bounds';

/** What stands beside a stage's document, worked out from it. */
export type Columns = {
  label: string;
  grade: Grade;
  leastClearanceMm: number;
  tireCode: string;
  rub: RubPolicy;
};
export type Judged = Result<Columns, { faults: Fault[] }>;
/** A stage's document on its vehicle's. */
export type Pair = { vehicle: VehicleFile; document: StageDocument };

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

/** What a stage's columns say about its document, or why it cannot be one. Sweeps both corners: milliseconds to a second. */
export function columnsOf({ vehicle, document }: Pair): Judged {
  const strange = strangeKeys(document);
  if (strange.length > 0) return { ok: false, faults: strange };
  const read = readBuild(buildFileOf(vehicle, document));
  if (!read.ok) return read;
  const heavy = tooMuchWork(read.value);
  if (heavy) return { ok: false, faults: [heavy] };
  const { grade, fit } = assess(read.value);
  const {
    use: { rub },
    package: { label, tire },
  } = read.value;
  const leastClearanceMm = Math.min(fit.front.leastClearanceMm, fit.rear.leastClearanceMm);
  return { ok: true, value: { label, grade, leastClearanceMm, tireCode: tire.code, rub } };
}
