import { z } from 'zod';
import { assess } from '../core/assess';
import { faultsOf, whole } from '../core/format/fields';
import { type BuildFile, type VehicleFile } from '../core/format/build';
import { changesBetween, inverse, withChanges, type Change, type Json } from '../core/history/diff';
import { undoState } from '../core/history/history';
import { asDelivered } from '../core/vehicle/asDelivered';
import type { Database, Queryable } from '../data/client';
import {
  stageById,
  stagesOfVehicle,
  vehicleById,
  writeStage,
  writeStageVerdict,
  writeVehicle,
  type StageRow,
} from '../data/documents';
import { addChange, changeById, changesSince, jobById, type ChangeRow } from '../data/jobs';
import type { StageDocument } from '../data/schema';
import { done, faulty, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { readBuild } from '../core/format/read';

export type Subject = ChangeRow['subject'];
type Stored = VehicleFile | StageDocument;

/** A document as the sheet holds it: with its version, and what can be undone next. */
export type Versioned = {
  subject: Subject;
  id: number;
  version: number;
  document: Stored;
  undo: { id: number; at: string } | null;
  redo: { id: number; at: string } | null;
};

/** A stage's build file: its vehicle, its package and use, and its own `x-…` keys. */
export function buildFileOf(vehicle: VehicleFile, stage: StageDocument): BuildFile {
  const { package: pack, use, ...extensions } = stage;
  return { format: 'vexlo/build', version: 1, vehicle, package: pack, use, ...extensions };
}

export async function versioned(
  db: Queryable,
  subject: Subject,
  id: number,
  version: number,
  document: Stored,
): Promise<Versioned> {
  const rows = await changesSince(db, subject, id, 0);
  const state = undoState(rows);
  // When it was last touched: done, taken back or made again. The sheet steps the later of its two documents.
  const named = (changeId: number | undefined) => {
    const row = rows.filter(({ id: rowId, reverts }) => rowId === changeId || reverts === changeId).at(-1);
    return changeId !== undefined && row ? { id: row.id, at: row.at.toISOString() } : null;
  };
  return {
    subject,
    id,
    version,
    document,
    undo: named(state.undo.at(-1)),
    redo: named(state.redo.at(-1)),
  };
}

async function load(db: Queryable, subject: Subject, id: number) {
  return subject === 'vehicle' ? vehicleById(db, id) : stageById(db, id);
}

/** What a stage's columns say about its document. Assumes a document that `readBuild` took. */
export function stageColumns(vehicle: VehicleFile, document: StageDocument) {
  const read = readBuild(buildFileOf(vehicle, document));
  if (!read.ok) return read;
  const { grade, fit } = assess(read.build);
  const leastClearanceMm = Math.min(fit.front.leastClearanceMm, fit.rear.leastClearanceMm);
  const { label, tire } = read.build.package;
  return { ok: true as const, columns: { label, grade, leastClearanceMm, tireCode: tire.code } };
}

async function storeStage(
  db: Queryable,
  row: StageRow,
  document: StageDocument,
  vehicle: VehicleFile,
): Promise<Outcome<number> | 'stale'> {
  const read = stageColumns(vehicle, document);
  if (!read.ok) return faulty(read.faults);
  const stored = await writeStage(db, row.id, row.version, { document, ...read.columns });
  return stored ? done(stored.version) : 'stale';
}

/** Stores a vehicle and judges all its stages again; its as-delivered stages follow its stock tire and wheel. */
async function storeVehicle(
  db: Queryable,
  id: number,
  version: number,
  document: VehicleFile,
): Promise<Outcome<number> | 'stale'> {
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
  for (const { stage, followed, read } of judged) {
    if (!read.ok) continue;
    if (changesBetween(stage.document as Json, followed as Json).length > 0)
      await writeStage(db, stage.id, stage.version, { document: followed, ...read.columns });
    else await writeStageVerdict(db, stage.id, read.columns);
  }
  return done(stored.version);
}

type Write = { kind: ChangeRow['kind']; person: string; reverts?: number };

/** Writes a document under its version and adds the row to its history, both or neither. */
async function write(
  db: Database,
  subject: Subject,
  id: number,
  version: number,
  next: (current: Stored) => Stored,
  how: Write,
): Promise<Outcome<Versioned>> {
  return inTransaction(db, async (tx): Promise<Outcome<Versioned>> => {
    const row = await load(tx, subject, id);
    if (!row) return missing(subject);
    if (row.version !== version) return stale(tx, subject, id, version);
    const document = next(row.document);
    const difference = changesBetween(row.document as Json, document as Json);
    if (difference.length === 0) return done(await versioned(tx, subject, id, version, row.document));
    if ('position' in row && row.position === 0 && difference.some(({ path }) => path.startsWith('/package')))
      return faulty([
        { path: 'package', message: 'is as delivered and follows the vehicle; add a stage to change it' },
      ]);
    let stored: Outcome<number> | 'stale';
    if ('position' in row) {
      const vehicle = await vehicleOfStage(tx, row);
      if (!vehicle) return missing('vehicle');
      stored = await storeStage(tx, row, document as StageDocument, vehicle);
    } else stored = await storeVehicle(tx, id, version, document as VehicleFile);
    if (stored === 'stale') return stale(tx, subject, id, version);
    if (!stored.ok) return stored;
    await addChange(tx, {
      subject,
      subjectId: id,
      version: stored.value,
      kind: how.kind,
      reverts: how.reverts ?? null,
      person: how.person,
      changes: difference,
    });
    return done(await versioned(tx, subject, id, stored.value, document));
  });
}

export async function vehicleOfStage(db: Queryable, stage: StageRow): Promise<VehicleFile | undefined> {
  const job = await jobById(db, stage.jobId);
  return job ? (await vehicleById(db, job.vehicleId))?.document : undefined;
}

export type ConflictChange = { person: string; at: string; changes: Change[] };

/** A stale write is refused with the document as it is now and every change since the version it was made on. */
async function stale(db: Queryable, subject: Subject, id: number, version: number): Promise<Outcome<never>> {
  const row = await load(db, subject, id);
  if (!row) return missing(subject);
  const since = await changesSince(db, subject, id, version);
  const current = {
    ...(await versioned(db, subject, id, row.version, row.document)),
    since: since.map(({ person, at, changes }): ConflictChange => ({
      person,
      at: at.toISOString(),
      changes,
    })),
  };
  return {
    ok: false,
    refusal: {
      status: 409,
      message: 'It was changed by someone else since; nothing was overwritten.',
      current,
    },
  };
}

export function saveDocument(
  db: Database,
  subject: Subject,
  id: number,
  version: number,
  document: Stored,
  person: string,
) {
  return write(db, subject, id, version, () => document, { kind: 'edit', person });
}

/** Takes back the last edit that stands, or makes again the last one taken back. */
export async function stepDocument(
  db: Database,
  subject: Subject,
  id: number,
  version: number,
  kind: 'undo' | 'redo',
  person: string,
): Promise<Outcome<Versioned>> {
  const state = undoState(await changesSince(db, subject, id, 0));
  const changeId = state[kind].at(-1);
  const change = changeId === undefined ? undefined : await changeById(db, changeId);
  if (!change) return { ok: false, refusal: { status: 400, message: `There is nothing to ${kind}.` } };
  const steps = kind === 'undo' ? inverse(change.changes) : change.changes;
  return write(db, subject, id, version, (current) => withChanges(current as Json, steps) as Stored, {
    kind,
    person,
    reverts: change.id,
  });
}

const SUBJECTS = z.enum(['vehicle', 'stage']);
const stepBody = z.strictObject({ version: whole(1, 1e9) });
const saveBody = z.strictObject({ version: whole(1, 1e9), document: z.looseObject({}) });

/** A save as it comes over the wire. The document itself is checked as part of its build. */
export async function saveRequest(
  db: Database,
  subject: string | undefined,
  id: number,
  body: unknown,
  person: string,
): Promise<Outcome<Versioned>> {
  const kind = SUBJECTS.safeParse(subject);
  if (!kind.success) return missing('document');
  const read = saveBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(saveBody, read.error.issues));
  return saveDocument(db, kind.data, id, read.data.version, read.data.document as Stored, person);
}

export async function stepRequest(
  db: Database,
  subject: string | undefined,
  id: number,
  step: string | undefined,
  body: unknown,
  person: string,
): Promise<Outcome<Versioned>> {
  const kind = SUBJECTS.safeParse(subject);
  if (!kind.success || (step !== 'undo' && step !== 'redo')) return missing('document');
  const read = stepBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(stepBody, read.error.issues));
  return stepDocument(db, kind.data, id, read.data.version, step, person);
}

export type HistoryLine = {
  id: number;
  version: number;
  kind: string;
  person: string;
  at: string;
  changes: Change[];
};

/** Every change to a document, newest first; the import is a line without its whole document. */
export async function historyOf(
  db: Queryable,
  subject: string | undefined,
  id: number,
  what: string | undefined,
): Promise<Outcome<HistoryLine[]>> {
  const kind = SUBJECTS.safeParse(subject);
  if (!kind.success || what !== 'history') return missing('document');
  const rows = await changesSince(db, kind.data, id, 0);
  return done(
    rows.reverse().map(({ id: rowId, version, kind: how, person, at, changes }) => ({
      id: rowId,
      version,
      kind: how,
      person,
      at: at.toISOString(),
      changes: how === 'import' ? [] : changes,
    })),
  );
}
