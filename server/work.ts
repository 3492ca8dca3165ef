import { z } from 'zod';
import { faultsOf, whole, words } from '../core/format/fields';
import type { PlannedJob } from '../core/planning/week';
import type { Queryable } from '../data/client';
import { stageById } from '../data/documents';
import { jobById } from '../data/jobs';
import {
  insertQuote,
  openWork,
  quoteById,
  quotesOfJob,
  workOfJob,
  writeQuote,
  writeWork,
  type QuoteRow,
} from '../data/work';
import { done, faulty, missing, type Outcome } from './errors';
import { jobWorkSchema, NO_WORK, type JobWork } from '../core/format/jobWork';
import { quoteSchema, type Quote } from '../core/format/quote';

/** The work of a job and the version it is of; 0 where none is stored yet. */
export type VersionedWork = { version: number; work: JobWork };

export async function workOn(db: Queryable, jobId: number): Promise<VersionedWork> {
  const row = await workOfJob(db, jobId);
  return row ? { version: row.version, work: row.document } : { version: 0, work: NO_WORK };
}

const workBody = z.strictObject({ version: whole(0, 1e9), work: jobWorkSchema });

/** Stores the work of a job; refused with what is stored where somebody changed it since `version`. */
export async function changeWork(
  db: Queryable,
  jobId: number,
  body: unknown,
): Promise<Outcome<VersionedWork>> {
  const read = workBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(workBody, read.error.issues));
  const { version, work } = read.data;
  if (!(await jobById(db, jobId))) return missing('job');
  if (work.stageId !== null) {
    const stage = await stageById(db, work.stageId);
    if (stage?.jobId !== jobId)
      return faulty([
        { path: 'work.stageId', message: `${work.stageId} is no stage of this job; take one of its own` },
      ]);
  }
  const row = await writeWork(db, jobId, version, work);
  if (row) return done({ version: row.version, work: row.document });
  return {
    ok: false,
    refusal: {
      status: 409,
      message: 'The work on this job was changed by someone else since; nothing was overwritten.',
      current: await workOn(db, jobId),
    },
  };
}

/** Every job that has work and is not done, for the plan of the week. */
export async function plannedJobs(db: Queryable): Promise<(PlannedJob & { version: number })[]> {
  return openWork(db);
}

/** A quote as the pages hold it. */
export type QuoteLineOut = {
  id: number;
  number: number;
  version: number;
  person: string;
  quote: Quote;
  accepted: { option: number; by: string; at: string } | null;
};

const out = ({
  id,
  number,
  version,
  person,
  document,
  acceptedAt,
  acceptedBy,
  acceptedOption,
}: QuoteRow): QuoteLineOut => ({
  id,
  number,
  version,
  person,
  quote: document,
  accepted: acceptedAt
    ? { option: acceptedOption ?? 0, by: acceptedBy ?? '', at: acceptedAt.toISOString() }
    : null,
});

export async function listQuotes(db: Queryable, jobId: number): Promise<QuoteLineOut[]> {
  return (await quotesOfJob(db, jobId)).map(out);
}

export async function makeQuote(
  db: Queryable,
  jobId: number,
  body: unknown,
  person: string,
): Promise<Outcome<QuoteLineOut>> {
  const read = quoteSchema.safeParse(body);
  if (!read.success) return faulty(faultsOf(quoteSchema, read.error.issues));
  if (!(await jobById(db, jobId))) return missing('job');
  return done(out(await insertQuote(db, { jobId, document: read.data, person })));
}

const FROZEN = 'This quote was accepted and is frozen. Make a new one from the stages, or from a copy of it.';

async function stale(db: Queryable, id: number): Promise<Outcome<never>> {
  const row = await quoteById(db, id);
  if (!row) return missing('quote');
  return {
    ok: false,
    refusal: {
      status: 409,
      message: row.acceptedAt
        ? FROZEN
        : 'The quote was changed by someone else since; nothing was overwritten.',
      current: out(row),
    },
  };
}

const quoteBody = z.strictObject({ version: whole(1, 1e9), quote: quoteSchema });

export async function changeQuote(db: Queryable, id: number, body: unknown): Promise<Outcome<QuoteLineOut>> {
  const read = quoteBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(quoteBody, read.error.issues));
  const row = await writeQuote(db, id, read.data.version, { document: read.data.quote });
  return row ? done(out(row)) : stale(db, id);
}

const acceptBody = z.strictObject({ version: whole(1, 1e9), option: whole(0, 7), by: words(120, 1) });

/** Freezes a quote with the option that was taken. */
export async function acceptQuote(db: Queryable, id: number, body: unknown): Promise<Outcome<QuoteLineOut>> {
  const read = acceptBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(acceptBody, read.error.issues));
  const { version, option, by } = read.data;
  const before = await quoteById(db, id);
  if (!before) return missing('quote');
  if (option >= before.document.options.length)
    return faulty([
      {
        path: 'option',
        message: `${option} is no option of this quote; it has ${before.document.options.length}`,
      },
    ]);
  const row = await writeQuote(db, id, version, {
    acceptedAt: new Date(),
    acceptedBy: by,
    acceptedOption: option,
  });
  return row ? done(out(row)) : stale(db, id);
}
