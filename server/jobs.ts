import { type BuildFile } from '../core/format/build';
import { asDelivered } from '../core/vehicle/asDelivered';
import type { Json } from '../core/history/diff';
import type { Database, Queryable } from '../data/client';
import {
  deleteStage,
  insertStage,
  stageById,
  stagesOfJob,
  vehicleById,
  type StageRow,
} from '../data/documents';
import { addChange } from '../data/changes';
import {
  allJobs,
  customerId,
  insertJob,
  insertVehicle,
  jobById,
  stageSummaries,
  type JobWithNames,
} from '../data/jobs';
import { workOfJob, workVersion } from '../data/work';
import type { jobs, StageDocument } from '../data/schema';
import { buildFileOf, stageColumns, vehicleOfStage } from './stageFile';
import type { JobHead } from './jobHead';
import { versioned, type Actor, type Versioned } from './versioned';
import { done, faulty, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { workOn, type VersionedWork } from './work';
import { readBuild } from '../core/format/read';

export type JobLine = JobWithNames & {
  stages: Omit<Awaited<ReturnType<typeof stageSummaries>>[number], 'jobId'>[];
};

/** Every job with its stages and their grades. */
export async function jobLines(db: Queryable): Promise<JobLine[]> {
  const [jobRows, stageRows] = await Promise.all([allJobs(db), stageSummaries(db)]);
  return jobRows.map((job) => ({ ...job, stages: stageRows.filter(({ jobId }) => jobId === job.id) }));
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

/** Everything the sheet of one job shows. */
export async function sheetData(db: Queryable, jobId: number): Promise<SheetData | undefined> {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!vehicle) return undefined;
  const rows = await stagesOfJob(db, jobId);
  return {
    job,
    work: await workOn(db, jobId),
    head: await versioned(db, 'job', jobId, {
      version: job.version,
      document: { title: job.title, status: job.status, waitsFor: job.waitsFor, platform: job.platform },
    }),
    vehicle: await versioned(db, 'vehicle', vehicle.id, vehicle),
    stages: await Promise.all(
      rows.map(async ({ id, version, document, position, label, grade, leastClearanceMm }) => ({
        ...(await versioned(db, 'stage', id, { version, document })),
        position,
        label,
        grade,
        leastClearanceMm,
      })),
    ),
  };
}

function stageDocument(file: BuildFile): StageDocument {
  const { format, version, vehicle, package: pack, use, ...extensions } = file;
  return { package: pack, use: use ?? {}, ...extensions };
}

async function addStage(
  db: Queryable,
  jobId: number,
  vehicle: BuildFile['vehicle'],
  document: StageDocument,
  { person, now }: Omit<Actor, 'db'>,
): Promise<Outcome<StageRow>> {
  const read = stageColumns(vehicle, document);
  if (!read.ok) return faulty(read.faults);
  const row = await insertStage(db, { jobId, document, ...read.columns });
  await addChange(db, {
    subject: 'stage',
    subjectId: row.id,
    version: 1,
    kind: 'import',
    person: person.name,
    at: now,
    changes: [{ path: '', to: document as Json }],
  });
  return done(row);
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
  return inTransaction(actor.db, async (tx) => {
    const owner = job.customer ? await customerId(tx, job.customer) : null;
    const { label, kind } = read.build.vehicle;
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
    const stored = await insertJob(tx, {
      vehicleId: vehicle.id,
      title: job.title ?? read.build.package.label,
      waitsFor: job.waitsFor ?? '',
      ...(job.status ? { status: job.status } : {}),
      openedAt: job.openedAt ?? actor.now,
    });
    const { use } = stageDocument(document);
    const first = await addStage(
      tx,
      stored.id,
      document.vehicle,
      { package: asDelivered(document.vehicle), use },
      actor,
    );
    if (!first.ok) return first;
    const stage = await addStage(tx, stored.id, document.vehicle, stageDocument(document), actor);
    return stage.ok ? done({ jobId: stored.id, stageId: stage.value.id }) : stage;
  });
}

/** One more stage of a job: a build file's package on this job's vehicle, or a copy of another stage. */
export async function addStageToJob(
  actor: Actor,
  jobId: number,
  from: { file: unknown } | { stageId: number },
): Promise<Outcome<{ stageId: number }>> {
  return inTransaction(actor.db, async (tx) => {
    const job = await jobById(tx, jobId);
    const vehicle = job && (await vehicleById(tx, job.vehicleId));
    if (!vehicle) return missing('job');
    const stages = await stagesOfJob(tx, jobId);
    let document: StageDocument;
    if ('file' in from) {
      const read = readBuild(from.file);
      if (!read.ok) return faulty(read.faults);
      document = stageDocument(from.file as BuildFile);
    } else {
      const source = stages.find(({ id }) => id === from.stageId);
      if (!source) return missing('stage');
      const next = Math.max(0, ...stages.map((stage) => stage.position)) + 1;
      document = { ...source.document, package: { ...source.document.package, label: `Stage ${next}` } };
    }
    const stage = await addStage(tx, jobId, vehicle.document, document, actor);
    return stage.ok ? done({ stageId: stage.value.id }) : stage;
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
