import type { Method } from './endpoint';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { VehicleFile } from '../core/format/build';
import { whole } from '../core/format/fields';
import { changesBetween, type Json } from '../core/history/diff';
import { changedVerdicts, type VerdictChange } from '../core/history/verdictChange';
import { beside } from '../core/vehicle/asDelivered';
import type { LogEntry } from '../core/format/log';
import { changesSince } from '../data/changes';
import { addToLog, entriesOfBatch } from '../data/log';
import { wallTimeOf } from './clock';
import type { Queryable } from '../data/client';
import {
  stagesOfVehicle,
  stagesWithVehicles,
  vehicleById,
  writeStage,
  writeStageVerdict,
  writeVehicle,
  type StageRow,
} from '../data/documents';
import type { VehicleRow } from '../data/jobs';
import type { StageDocument } from '../data/schema';
import { done, faulty, type Outcome } from './errors';
import { jobHeadResource } from './jobHead';
import type { Columns } from './judge/columns';
import { stageName } from './stageFile';
import { versionedStore, type HistoryLine, type Resource, type Subject } from './versioned';

const verdictChange = (row: StageRow, { grade, leastClearanceMm }: Columns): VerdictChange => ({
  stageId: row.id,
  stage: stageName(row),
  before: { grade: row.grade, leastClearanceMm: row.leastClearanceMm },
  after: { grade, leastClearanceMm },
});

const stageResource: Resource<StageDocument, StageRow & { vehicle: VehicleFile }> = {
  load: async (db, id) => {
    const [row] = await stagesWithVehicles(db, [id]);
    return row && { ...row.stage, vehicle: row.vehicle.document };
  },
  foresee: (_db, { vehicle }, document) => [{ vehicle, document }],
  store: async (db, id, row, document, { judge }) => {
    const { vehicle, version } = row;
    const moved = changesBetween(row.document as Json, document as Json);
    if (row.position === 0 && moved.some(({ path }) => path.startsWith('/package')))
      return faulty([
        { path: 'package', message: 'is as delivered and follows the vehicle; add a stage to change it' },
      ]);
    const [read] = judge([{ vehicle, document }]);
    if (!read.ok) return faulty(read.faults);
    const stored = await writeStage(db, id, version, { document, ...read.value });
    return stored
      ? done({
          version: stored.version,
          document: stored.document,
          verdicts: changedVerdicts([verdictChange(row, read.value)]),
        })
      : 'stale';
  },
};

/** The stages on a vehicle, each as it is to be once the vehicle is as it is given. */
const followedBy = async (
  db: Queryable,
  id: number,
  document: VehicleFile,
): Promise<{ stage: StageRow; next: StageDocument }[]> =>
  (await stagesOfVehicle(db, id)).map((stage) => ({
    stage,
    next: beside(document, stage.position, stage.document),
  }));

/** A vehicle; all its stages are judged again with it, and its as-delivered stages follow its stock tire and wheel. */
const vehicleResource: Resource<VehicleFile, VehicleRow> = {
  load: vehicleById,
  foresee: async (db, { id }, document) =>
    (await followedBy(db, id, document)).map(({ next }) => ({ vehicle: document, document: next })),
  store: async (db, id, { version }, document, { judge }) => {
    const followed = await followedBy(db, id, document);
    const reads = judge(followed.map(({ next }) => ({ vehicle: document, document: next })));
    const judged = followed.flatMap(({ stage, next }, i) => {
      const read = reads[i];
      return read ? [{ stage, next, read }] : [];
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
    for (const { stage, next, read } of judged) {
      if (!read.ok) continue;
      const { grade, leastClearanceMm } = read.value;
      verdicts.push(verdictChange(stage, read.value));
      if (changesBetween(stage.document as Json, next as Json).length > 0)
        await writeStage(db, stage.id, stage.version, { document: next, ...read.value });
      else await writeStageVerdict(db, stage.id, { grade, leastClearanceMm });
    }
    return done({
      version: stored.version,
      document: stored.document,
      verdicts: changedVerdicts(verdicts),
    });
  },
};

/** What was written into a log in one piece with a change is struck out with it, and put back with it. */
const stepLog: Parameters<typeof versionedStore>[1] = async (db, { person, now }, head, kind) => {
  for (const { jobId, document } of await entriesOfBatch(db, head)) {
    const signed = { id: randomUUID(), at: wallTimeOf(now), by: person.name, of: document.id };
    const entry: LogEntry =
      kind === 'undo' ? { ...signed, kind: 'struck', why: 'taken back' } : { ...signed, kind: 'restored' };
    await addToLog(db, jobId, [{ entry, predicted: null }]);
  }
};

/** Vehicles, stages and the heads of jobs, each with its version and its history. */
export const documents = versionedStore(
  { vehicle: vehicleResource, stage: stageResource, job: jobHeadResource },
  stepLog,
);

const version = whole(1, 1e9);
/** `change` is what `back` goes back to. */
export const stepBody = z.strictObject({ version, change: whole(1, Number.MAX_SAFE_INTEGER).optional() });
export const saveBody = z.strictObject({ version, document: z.looseObject({}) });

const SUBJECTS = ['vehicle', 'stage', 'job'] as const;
/** Whose hand a kind of document is: what is measured is the bench's, what is chosen is the plan's. */
export const documentRight = {
  any: ['bench', 'plan'],
  by: ({ subject }: Record<string, string | undefined>) => (subject === 'vehicle' ? 'bench' : 'plan'),
} as const satisfies Method<never, undefined, undefined>['right'];

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
