import { z } from 'zod';
import { faultsOf, words } from '../core/format/fields';
import { JOB_STATUSES } from '../core/work/jobStatus';
import { checksOf, type WorkCheck } from '../core/work/checks';
import { releaseHold } from '../core/work/jobWork';
import { factsOf } from '../core/work/triggers';
import type { Queryable } from '../data/client';
import { jobById, setPlatform, writeJob } from '../data/jobs';
import { done, faulty, missing, type Outcome } from './errors';
import { exportStage } from './jobs';
import { workOn } from './work';
import { type JobWork } from '../core/format/jobWork';
import { readBuild } from '../core/format/read';

/** The checks of the stage that a job was taken into work with. */
async function checksOfWork(db: Queryable, { stageId }: JobWork): Promise<WorkCheck[]> {
  const stage = stageId === null ? undefined : await exportStage(db, stageId);
  const read = stage && readBuild(stage.file);
  return read?.ok ? checksOf(factsOf(read.build)) : [];
}

/** Why a job may not be called done; null where it may. */
async function heldBack(db: Queryable, jobId: number): Promise<string | null> {
  const { work } = await workOn(db, jobId);
  return releaseHold(work, await checksOfWork(db, work));
}

const jobChange = z.strictObject({
  title: z.string().max(120).optional(),
  waitsFor: z.string().max(200).optional(),
  status: z.enum(JOB_STATUSES).optional(),
  platform: words(80).optional(),
});

/** Changes a job's title, what it waits for, which body its vehicle is or where it stands; it is not done while something holds its release. */
export async function updateJob(db: Queryable, id: number, body: unknown): Promise<Outcome<null>> {
  const read = jobChange.safeParse(body);
  if (!read.success) return faulty(faultsOf(jobChange, read.error.issues));
  const hold = read.data.status === 'done' ? await heldBack(db, id) : null;
  if (hold) return faulty([{ path: 'status', message: hold }]);
  const { platform, ...change } = read.data;
  const job = await jobById(db, id);
  if (!job) return missing('job');
  if (platform !== undefined) await setPlatform(db, job.vehicleId, platform.trim());
  if (Object.keys(change).length > 0) await writeJob(db, id, change);
  return done(null);
}
