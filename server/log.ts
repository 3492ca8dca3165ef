import { z } from 'zod';
import { faultsOf } from '../core/contract';
import { logEntrySchema, type LogEntry } from '../core/record/logEntry';
import type { Queryable } from '../data/client';
import { jobById } from '../data/jobs';
import { addToLog, logOfJob } from '../data/log';
import { done, faulty, missing, type Outcome } from './errors';

const body = z
  .array(logEntrySchema, { error: 'is not a list of entries' })
  .max(500, { error: 'are more than 500 at once; send them in parts' });

/** Adds entries to the log of a job, each once however often it is sent, and answers with the whole log. */
export async function writeLog(db: Queryable, jobId: number, sent: unknown): Promise<Outcome<LogEntry[]>> {
  const read = body.safeParse(sent);
  if (!read.success) return faulty(faultsOf(body, read.error.issues));
  if (!(await jobById(db, jobId))) return missing('job');
  await addToLog(db, jobId, read.data);
  return done(await logOfJob(db, jobId));
}
