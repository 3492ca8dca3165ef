import { z } from 'zod';
import type { VehicleFile } from '../core/format/build';
import { whole } from '../core/format/fields';
import { changesBetween, type Json } from '../core/history/diff';
import { changedVerdicts, type VerdictChange } from '../core/history/verdictChange';
import { asDelivered } from '../core/vehicle/asDelivered';
import { changesSince } from '../data/changes';
import type { Queryable } from '../data/client';
import {
  stageById,
  stagesOfVehicle,
  vehicleById,
  writeStage,
  writeStageVerdict,
  writeVehicle,
  type StageRow,
} from '../data/documents';
import type { StageDocument } from '../data/schema';
import { done, faulty, missing, type Outcome } from './errors';
import { jobHeadResource } from './jobHead';
import { stageColumns, stageName, vehicleOfStage } from './stageFile';
import { versionedStore, type HistoryLine, type Resource, type Subject } from './versioned';

type Columns = Extract<ReturnType<typeof stageColumns>, { ok: true }>['columns'];

const verdictChange = (row: StageRow, { grade, leastClearanceMm }: Columns): VerdictChange => ({
  stageId: row.id,
  stage: stageName(row),
  before: { grade: row.grade, leastClearanceMm: row.leastClearanceMm },
  after: { grade, leastClearanceMm },
});

const stageResource: Resource<StageDocument> = {
  load: stageById,
  store: async (db, id, version, document) => {
    const row = await stageById(db, id);
    const vehicle = row && (await vehicleOfStage(db, row));
    if (!row || !vehicle) return missing('stage');
    const moved = changesBetween(row.document as Json, document as Json);
    if (row.position === 0 && moved.some(({ path }) => path.startsWith('/package')))
      return faulty([
        { path: 'package', message: 'is as delivered and follows the vehicle; add a stage to change it' },
      ]);
    const read = stageColumns(vehicle, document);
    if (!read.ok) return faulty(read.faults);
    const stored = await writeStage(db, id, version, { document, ...read.columns });
    return stored
      ? done({ version: stored.version, verdicts: changedVerdicts([verdictChange(row, read.columns)]) })
      : 'stale';
  },
};

/** A vehicle; all its stages are judged again with it, and its as-delivered stages follow its stock tire and wheel. */
const vehicleResource: Resource<VehicleFile> = {
  load: vehicleById,
  store: async (db, id, version, document) => {
    const stages = await stagesOfVehicle(db, id);
    const judged = stages.map((stage) => {
      const followed: StageDocument =
        stage.position === 0 ? { ...stage.document, package: asDelivered(document) } : stage.document;
      return { stage, followed, read: stageColumns(document, followed) };
    });
    for (const { stage, read } of judged)
      if (!read.ok)
        return faulty(
          read.faults.map(({ path, message }) => ({ path, message: `${message} (stage “${stage.label}”)` })),
        );
    const stored = await writeVehicle(db, id, version, {
      document,
      label: document.label ?? '',
      kind: document.kind,
    });
    if (!stored) return 'stale';
    const verdicts: VerdictChange[] = [];
    for (const { stage, followed, read } of judged) {
      if (!read.ok) continue;
      verdicts.push(verdictChange(stage, read.columns));
      if (changesBetween(stage.document as Json, followed as Json).length > 0)
        await writeStage(db, stage.id, stage.version, { document: followed, ...read.columns });
      else await writeStageVerdict(db, stage.id, read.columns);
    }
    return done({ version: stored.version, verdicts: changedVerdicts(verdicts) });
  },
};

/** Vehicles, stages and the heads of jobs, each with its version and its history. */
export const documents = versionedStore({
  vehicle: vehicleResource,
  stage: stageResource,
  job: jobHeadResource,
});

const version = whole(1, 1e9);
/** `change` is what `back` goes back to. */
export const stepBody = z.strictObject({ version, change: whole(1, Number.MAX_SAFE_INTEGER).optional() });
export const saveBody = z.strictObject({ version, document: z.looseObject({}) });

const SUBJECTS = ['vehicle', 'stage', 'job'] as const;
export const subjectOf = (text: string | undefined): Subject | undefined =>
  SUBJECTS.find((subject) => subject === text);

/** Every change to a document, newest first; what brought it in is a line without the document. */
export async function historyOf(
  db: Queryable,
  subject: Subject,
  id: number,
): Promise<Outcome<HistoryLine[]>> {
  const rows = await changesSince(db, subject, id, 0);
  return done(
    rows.toReversed().map((row) => ({
      id: row.id,
      subject,
      version: row.version,
      kind: row.kind,
      person: row.person,
      at: row.at.toISOString(),
      changes: row.changes,
      batch: row.batch,
      verdicts: row.verdicts,
    })),
  );
}
