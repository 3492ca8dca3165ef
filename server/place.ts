import { releaseHold } from '../core/work/jobWork';
import { placeOf } from '../core/work/place';
import type { Queryable } from '../data/client';
import { stagesOfJob } from '../data/documents';
import { jobById, writePlace } from '../data/jobs';
import { logOfJob } from '../data/log';
import { quotesOfJob, workOfJob } from '../data/work';
import { NO_WORK } from '../core/work/noWork';
import { checksOfWork } from './released';

/**
 * Moves a job to the place that follows from its quotes, parts, ticks and release, after one of them changed. One that a hand
 * set stays there, and so does one that is done: it is opened again by hand.
 */
export async function followPlace(db: Queryable, jobId: number): Promise<void> {
  const job = await jobById(db, jobId);
  if (!job || job.placedBy === 'hand' || job.status === 'done') return;
  // One after another: it is one connection, in a transaction.
  const stored = await workOfJob(db, jobId);
  const quotes = await quotesOfJob(db, jobId);
  const stages = await stagesOfJob(db, jobId);
  const log = await logOfJob(db, jobId);
  const work = stored?.document ?? NO_WORK;
  const handedOver = log.some(({ kind }) => kind === 'handed-over');
  const place = placeOf({
    alternatives: quotes.length > 0 || stages.filter(({ position }) => position > 0).length > 1,
    accepted: quotes.some(({ acceptedAt }) => acceptedAt !== null),
    work,
    released: handedOver && releaseHold(work, await checksOfWork(db, work)) === null,
  });
  if (place !== job.status) await writePlace(db, jobId, place);
}
