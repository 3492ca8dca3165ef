import { z } from 'zod';
import { whole, words } from '../core/format/fields';
import { readBuild } from '../core/format/read';
import { JOB_STATUSES } from '../core/work/jobStatus';
import { checksOf, type WorkCheck } from '../core/work/checks';
import { releaseHold } from '../core/work/jobWork';
import { factsOf } from '../core/work/triggers';
import type { JobWork } from '../core/format/jobWork';
import type { Queryable } from '../data/client';
import { stageById } from '../data/documents';
import { jobById, writeJob } from '../data/jobs';
import { done, faulty, missing } from './errors';
import { buildFileOf, vehicleOfStage } from './stageFile';
import type { Resource } from './versioned';
import { workOn } from './work';

/** What a person may change of a job itself, apart from its vehicle, its stages and its work. */
export type JobHead = {
  title: string;
  status: (typeof JOB_STATUSES)[number];
  waitsFor: string;
  /** Which body its vehicle is. */
  platform: string;
};

export const jobHeadBody = z.strictObject({
  /** The version that it was made on; left out, it goes on top of whatever stands. */
  version: whole(1, 1e9).optional(),
  title: words(120).optional(),
  waitsFor: words(200).optional(),
  status: z.enum(JOB_STATUSES, { error: `is none; give one of ${JOB_STATUSES.join(', ')}` }).optional(),
  platform: words(80).optional(),
});

/** The checks of the stage that a job was taken into work with. */
async function checksOfWork(db: Queryable, { stageId }: JobWork): Promise<WorkCheck[]> {
  const stage = stageId === null ? undefined : await stageById(db, stageId);
  const vehicle = stage && (await vehicleOfStage(db, stage));
  const read = stage && vehicle && readBuild(buildFileOf(vehicle, stage.document));
  return read?.ok ? checksOf(factsOf(read.value)) : [];
}

export const jobHeadResource: Resource<JobHead> = {
  load: async (db, id) => {
    const job = await jobById(db, id);
    if (!job) return undefined;
    const { title, status, waitsFor, platform, version } = job;
    return { version, document: { title, status, waitsFor, platform } };
  },
  store: async (db, id, version, head) => {
    const job = await jobById(db, id);
    if (!job) return missing('job');
    if (head.status === 'done' && job.status !== 'done') {
      const { work } = await workOn(db, id);
      const hold = releaseHold(work, await checksOfWork(db, work));
      if (hold) return faulty([{ path: 'status', message: hold }]);
    }
    const stored = await writeJob(db, id, version, head);
    return stored ? done({ version: stored.version, verdicts: [] }) : 'stale';
  },
};
