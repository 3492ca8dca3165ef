import { z } from 'zod';
import { oneOf, whole, words } from '../core/format/fields';
import { JOB_STATUSES, PLACED_BY, type PlacedBy } from '../core/work/jobStatus';
import { releaseHold } from '../core/work/jobWork';
import { jobById, writeJob } from '../data/jobs';
import { done, faulty, missing } from './errors';
import { followPlace } from './place';
import { checksOfWork } from './released';
import type { Resource } from './versioned';
import { workOn } from './work';

/** What a person may change of a job itself, apart from its vehicle, its stages and its work. */
export type JobHead = {
  title: string;
  status: (typeof JOB_STATUSES)[number];
  /** Whether that follows from what is done on it, or a hand set it. */
  placedBy: PlacedBy;
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
  /** `work` lets its place follow what is done on it again; a status that is sent without it is set by hand. */
  placedBy: oneOf(PLACED_BY).optional(),
  platform: words(80).optional(),
});

/** The head of a job as it is kept. */
export const headOf = ({ title, status, placedBy, waitsFor, platform }: JobHead): JobHead => ({
  title,
  status,
  placedBy,
  waitsFor,
  platform,
});

export const jobHeadResource: Resource<JobHead> = {
  load: async (db, id) => {
    const job = await jobById(db, id);
    return job && { version: job.version, document: headOf(job) };
  },
  store: async (db, id, { version }, head) => {
    const job = await jobById(db, id);
    if (!job) return missing('job');
    if (head.status === 'done' && job.status !== 'done') {
      const { work } = await workOn(db, id);
      const hold = releaseHold(work, await checksOfWork(db, work));
      if (hold) return faulty([{ path: 'status', message: hold }]);
    }
    const stored = await writeJob(db, id, version, head);
    if (stored) await followPlace(db, id);
    return stored ? done({ version: stored.version, verdicts: [] }) : 'stale';
  },
};
