import { z } from 'zod';
import type { BuildFile } from '../core/format/build';
import { oneOf } from '../core/format/fields';
import { grouped } from '../core/grouped';
import { countParam, flag } from './endpoint';
import { isUnmeasured } from '../core/measure/still';
import { asDelivered } from '../core/vehicle/asDelivered';
import type { Json } from '../core/history/diff';
import type { Database, Queryable } from '../data/client';
import {
  deleteStage,
  insertStage,
  stageById,
  stagesOfJob,
  vehicleById,
  vehicleOfJob,
  type StageRow,
} from '../data/documents';
import { addChange, changeHeadsOfSheet } from '../data/changes';
import {
  JOB_SORTS,
  allJobs,
  customerId,
  insertJob,
  type Job,
  insertVehicle,
  jobById,
  jobsCount,
  jobsOf,
  jobWithDocuments,
  stageSummaries,
  type JobSort,
  type JobsQuery,
  type JobWithNames,
} from '../data/jobs';
import { typedWords, type Page } from '../data/lists';
import { workOfJob, workVersion } from '../data/work';
import type { jobs, StageDocument } from '../data/schema';
import type { Columns } from './judge/columns';
import { judgedTransaction } from './judge/transaction';
import { buildFileOf, vehicleOfStage } from './stageFile';
import { headOf, type JobHead } from './jobHead';
import { followPlace } from './place';
import { versionedBy, type Actor, type Subject, type Versioned } from './versioned';
import { done, faulty, missing, type Outcome } from './errors';
import { versionedWork, type VersionedWork } from './work';
import { readBuild } from '../core/format/read';

export type JobLine = JobWithNames & {
  stages: Omit<Awaited<ReturnType<typeof stageSummaries>>[number], 'jobId'>[];
};

/** Jobs with their stages and the grades of these; every one where none is asked for. */
export async function jobLines(db: Queryable, query?: JobsQuery): Promise<JobLine[]> {
  const rows = await (query ? jobsOf(db, query) : allJobs(db));
  if (rows.length === 0) return [];
  const summaries = await stageSummaries(
    db,
    rows.map(({ id }) => id),
  );
  const byJob = grouped(summaries, ({ jobId }) => jobId);
  return rows.map((job) => ({ ...job, stages: byJob.get(job.id) ?? [] }));
}

/** As many jobs are listed at once. */
const LISTED = 50;
export const jobsQuery = z.strictObject({
  find: z.string().max(200).default('').transform(typedWords),
  show: oneOf(['open', 'done']).default('open'),
  sort: oneOf(Object.keys(JOB_SORTS) as [JobSort, ...JobSort[]]).default('opened'),
  down: flag,
  from: countParam(0, 1e6, 0),
});

/** Some of the jobs that are asked for: those from a place on, and how many there are in all. */
export async function jobsPage(
  db: Queryable,
  { find: words, show, sort, down, from }: z.output<typeof jobsQuery>,
): Promise<Page<JobLine>> {
  const query = { words, show, sort, down: sort === 'opened' || down !== undefined, from, most: LISTED };
  const [rows, count] = await Promise.all([jobLines(db, query), jobsCount(db, query)]);
  return { count, rows };
}

export type SheetStage = Versioned & Pick<StageRow, 'position' | 'label' | 'grade' | 'leastClearanceMm'>;
export type SheetData = {
  job: JobWithNames;
  /** What a person may change of the job itself. */
  head: Versioned<JobHead>;
  vehicle: Versioned;
  stages: SheetStage[];
  work: VersionedWork;
};

/** Everything the sheet of one job shows to a person. */
export async function sheetData(
  db: Queryable,
  jobId: number,
  person: string,
): Promise<SheetData | undefined> {
  // At once, each by the job's number: what waits for another's answer waits its turn again.
  const [row, rows, heads] = await Promise.all([
    jobWithDocuments(db, jobId),
    stagesOfJob(db, jobId),
    changeHeadsOfSheet(db, jobId),
  ]);
  if (!row) return undefined;
  const { job, vehicle } = row;
  const versioned = <D>(subject: Subject, one: { id: number; version: number; document: D }): Versioned<D> =>
    versionedBy(heads(subject, one.id), subject, one, person);
  return {
    job,
    work: versionedWork(row.work),
    head: versioned('job', { id: jobId, version: job.version, document: headOf(job) }),
    vehicle: versioned('vehicle', vehicle),
    stages: rows.map(({ id, version, document, position, label, grade, leastClearanceMm }) => ({
      ...versioned('stage', { id, version, document }),
      position,
      label,
      grade,
      leastClearanceMm,
    })),
  };
}

/** The leaf that a job is opened on: what touches, or the measuring where nothing was measured yet; undefined if there is no such job. */
export async function firstLeaf(db: Queryable, jobId: number): Promise<'measure' | 'fit' | undefined> {
  const vehicle = await vehicleOfJob(db, jobId);
  if (!vehicle) return undefined;
  return isUnmeasured(vehicle.document) ? 'measure' : 'fit';
}

function stageDocument(file: BuildFile): StageDocument {
  const { format, version, vehicle, package: pack, use, ...extensions } = file;
  return { package: pack, use: use ?? {}, ...extensions };
}

/** A stage as it was judged, with the beginning of its history. */
export async function addStage(
  db: Queryable,
  jobId: number,
  document: StageDocument,
  columns: Columns,
  { person, now }: Omit<Actor, 'db'>,
): Promise<StageRow> {
  const row = await insertStage(db, { jobId, document, ...columns });
  await addChange(db, {
    subject: 'stage',
    subjectId: row.id,
    version: 1,
    kind: 'import',
    person: person.name,
    at: now,
    changes: [{ path: '', to: document as Json }],
  });
  return row;
}

/** A new job on a vehicle that is known, with its as-delivered stage. */
export async function addJob(
  db: Queryable,
  actor: Omit<Actor, 'db'>,
  values: Parameters<typeof insertJob>[1],
  delivered: StageDocument,
  columns: Columns,
): Promise<Job> {
  const job = await insertJob(db, values);
  await addStage(db, job.id, delivered, columns, actor);
  return job;
}

export type NewJob = {
  customer?: string;
  title?: string;
  waitsFor?: string;
  status?: (typeof jobs.$inferSelect)['status'];
  /** Which body it is, for what its wells teach of the others. */
  platform?: string;
  openedAt?: Date;
};

/** A build file as a new vehicle and job, with its as-delivered stage and one for its package. All or nothing. */
export async function importBuild(
  actor: Actor,
  file: unknown,
  job: NewJob = {},
): Promise<Outcome<{ jobId: number; stageId: number }>> {
  const read = readBuild(file);
  if (!read.ok) return faulty(read.faults);
  const document = file as BuildFile;
  const { use } = stageDocument(document);
  const delivered: StageDocument = { package: asDelivered(document.vehicle), use };
  const built = stageDocument(document);
  return judgedTransaction(actor.db, async (tx, judge) => {
    // Before anything is written: numbers are given out for good, whatever becomes of the transaction.
    const [first, second] = judge([
      { vehicle: document.vehicle, document: delivered },
      { vehicle: document.vehicle, document: built },
    ]);
    if (!first.ok) return faulty(first.faults);
    if (!second.ok) return faulty(second.faults);
    const owner = job.customer ? await customerId(tx, job.customer) : null;
    const { label, kind } = read.value.vehicle;
    const vehicle = await insertVehicle(tx, {
      customerId: owner,
      label,
      kind,
      platform: job.platform ?? '',
      document: document.vehicle,
    });
    await addChange(tx, {
      subject: 'vehicle',
      subjectId: vehicle.id,
      version: 1,
      kind: 'import',
      person: actor.person.name,
      at: actor.now,
      changes: [{ path: '', to: document.vehicle }],
    });
    const values = {
      vehicleId: vehicle.id,
      title: job.title ?? read.value.package.label,
      waitsFor: job.waitsFor ?? '',
      ...(job.status ? { status: job.status } : {}),
      openedAt: job.openedAt ?? actor.now,
    };
    const stored = await addJob(tx, actor, values, delivered, first.value);
    const stage = await addStage(tx, stored.id, built, second.value, actor);
    return done({ jobId: stored.id, stageId: stage.id });
  });
}

/** One more stage of a job: a build file's package on this job's vehicle, or a copy of another stage. */
export async function addStageToJob(
  actor: Actor,
  jobId: number,
  from: { file: unknown } | { stageId: number },
): Promise<Outcome<{ stageId: number }>> {
  return judgedTransaction(actor.db, async (tx, judge) => {
    const job = await jobById(tx, jobId);
    const vehicle = job && (await vehicleById(tx, job.vehicleId));
    if (!vehicle) return missing('job');
    const stages = await stagesOfJob(tx, jobId);
    const source = 'file' in from ? undefined : stages.find(({ id }) => id === from.stageId);
    if (!('file' in from) && !source) return missing('stage');
    const document = source?.document ?? stageDocument((from as { file: BuildFile }).file);
    const [read] = judge([{ vehicle: vehicle.document, document }]);
    if (!read.ok) return faulty(read.faults);
    // A copy is called by its place, which others may take meanwhile; the verdict is the same whatever it is called.
    const label = source && `Stage ${Math.max(0, ...stages.map(({ position }) => position)) + 1}`;
    const named = label === undefined ? document : { ...document, package: { ...document.package, label } };
    const stage = await addStage(tx, jobId, named, { ...read.value, ...(label ? { label } : {}) }, actor);
    await followPlace(tx, jobId);
    return done({ stageId: stage.id });
  });
}

export async function removeStage(db: Database, id: number): Promise<Outcome<null>> {
  const stage = await stageById(db, id);
  if (!stage) return missing('stage');
  if (stage.position === 0)
    return {
      ok: false,
      refusal: { status: 400, message: 'The as-delivered stage stays: the others are compared with it.' },
    };
  const work = await workOfJob(db, stage.jobId);
  if (work?.document.stageId === id)
    return {
      ok: false,
      refusal: {
        status: 400,
        message:
          'This stage is in work: its steps and checks hang on it. Take another into work on Build first.',
      },
    };
  await deleteStage(db, id);
  return done(null);
}

export async function exportStage(
  db: Queryable,
  id: number,
): Promise<{ name: string; file: BuildFile } | undefined> {
  const stage = await stageById(db, id);
  const vehicle = stage && (await vehicleOfStage(db, stage));
  if (!vehicle) return undefined;
  const name = `${vehicle.label ?? ''} ${stage.label}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return { name: name || 'stage', file: buildFileOf(vehicle, stage.document) };
}

export type JobVersions = { head: number; vehicle: number; work: number; stages: Record<number, number> };

export async function jobVersions(db: Queryable, jobId: number): Promise<JobVersions | undefined> {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!vehicle) return undefined;
  const rows = await stagesOfJob(db, jobId);
  return {
    head: job.version,
    vehicle: vehicle.version,
    work: await workVersion(db, jobId),
    stages: Object.fromEntries(rows.map(({ id, version }) => [id, version])),
  };
}
