import { z } from 'zod';
import { whole, words } from '../core/format/fields';
import { planWeek, standsIn, taskKey, type PlannedJob } from '../core/planning/week';
import { minuteOf } from '../core/time/wallClock';
import { wallTimeOf } from './clock';
import { calendarToken } from './endpoint';
import { currentShop } from './shop';
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
  type WorkRow,
} from '../data/work';
import { conflict, done, faulty, missing, refused, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { followPlace } from './place';
import { plans, type Actor } from './versioned';
import { tell } from './webhooks/tell';
import type { JobPart } from '../core/format/jobPart';
import { NO_WORK } from '../core/work/noWork';
import { jobWorkSchema, type JobWork } from '../core/format/jobWork';
import { quoteSchema, type Quote } from '../core/format/quote';

/** The work of a job and the version it is of; 0 where none is stored yet. */
export type VersionedWork = { version: number; work: JobWork };

/** Work as it is stored, or as it is where none is. */
export const versionedWork = (row: WorkRow | null | undefined): VersionedWork =>
  row ? { version: row.version, work: row.document } : { version: 0, work: NO_WORK };

export const workOn = async (db: Queryable, jobId: number): Promise<VersionedWork> =>
  versionedWork(await workOfJob(db, jobId));

export const workBody = z.strictObject({ version: whole(0, 1e9), work: jobWorkSchema });

const equal = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What is new among the ticks, explanations and what became of parts is signed by whoever sent it; what stood there stays as it was signed. */
function signedWork(stored: JobWork, sent: JobWork, by: string): JobWork {
  const sign = <T extends { by: string }>(before: Record<string, T>, after: Record<string, T>) =>
    Object.fromEntries(
      Object.entries(after).map(([id, one]) => {
        const was = Object.hasOwn(before, id) ? before[id] : undefined;
        return [id, was && equal(was, one) ? was : { ...one, by }];
      }),
    );
  return {
    ...sent,
    ticks: sign(stored.ticks, sent.ticks),
    explained: sign(stored.explained, sent.explained),
    parts: sent.parts.map((part) => {
      const was = stored.parts.find(({ id }) => id === part.id)?.steps ?? [];
      return {
        ...part,
        steps: part.steps.map((step, i) => (equal(was[i], step) ? step : { ...step, by })),
      };
    }),
  };
}

/** Work that is ticked for the first time says which bay its vehicle stood in: where a hand put it, where it stands, or by the plan. */
async function withBays(
  { db, now }: Pick<Actor, 'db' | 'now'>,
  jobId: number,
  stored: JobWork,
  work: JobWork,
): Promise<JobWork> {
  const fresh = work.tasks.filter(
    ({ id, inBay }) => inBay && work.ticks[id] && work.ticks[id].bay === undefined && !stored.ticks[id],
  );
  if (fresh.length === 0) return work;
  const bays = new Map<string, string>();
  const stands = standsIn(stored);
  let planned: ((task: string) => string | undefined) | undefined;
  for (const { id, locked } of fresh) {
    let bay = locked?.bay ?? stands;
    if (bay === undefined) {
      planned ??= await plannedBays(db, now, jobId, stored.tasks.length > 0 ? stored : work);
      bay = planned(id);
    }
    if (bay !== undefined) bays.set(id, bay);
  }
  return {
    ...work,
    ticks: Object.fromEntries(
      Object.entries(work.ticks).map(([id, tick]) => {
        const bay = bays.get(id);
        return [id, bay === undefined ? tick : { ...tick, bay }];
      }),
    ),
  };
}

/** The bay of a task of a job by the plan of this moment. */
async function plannedBays(
  db: Queryable,
  now: Date,
  jobId: number,
  work: JobWork,
): Promise<(task: string) => string | undefined> {
  const [jobs, { settings }] = await Promise.all([openWork(db), currentShop(db)]);
  const all = jobs.map((job) => (job.id === jobId ? { ...job, work } : job));
  const number = all.find(({ id }) => id === jobId)?.number ?? '';
  const { plan } = planWeek(all, settings.calendar, minuteOf(wallTimeOf(now)));
  const bays = new Map(plan.placed.map(({ id, bay }) => [id, bay]));
  return (task) => bays.get(taskKey(number, task)) ?? undefined;
}

/** What of a job's work is planned, and not done: which work there is, on which stage, when, and which parts are bought. */
function plannedOf({ stageId, tasks, takenIn, parts }: JobWork): unknown {
  const bought = ({ steps }: JobPart): unknown => steps.filter(({ state }) => state === 'ordered');
  return { stageId, tasks, takenIn, parts: parts.map((part) => ({ ...part, steps: bought(part) })) };
}

/** Stores the work of a job; refused with what is stored where somebody changed it since `version`. */
export async function changeWork(
  { db, person, now }: Actor,
  jobId: number,
  { version, work: sent }: VersionedWork,
): Promise<Outcome<VersionedWork>> {
  const { work: stored } = await workOn(db, jobId);
  // Read by the schema that what was sent was read by: its keys stand in the same order.
  if (!plans(person) && !equal(plannedOf(jobWorkSchema.parse(stored)), plannedOf(sent)))
    return refused({
      status: 403,
      message:
        'What is done is the bench’s to write down; which work there is, when, and which parts are bought is planned. Ask the owner or a planner.',
    });
  const work = await withBays({ db, now }, jobId, stored, signedWork(stored, sent, person.name));
  if (!(await jobById(db, jobId))) return missing('job');
  if (work.stageId !== null) {
    const stage = await stageById(db, work.stageId);
    if (stage?.jobId !== jobId)
      return faulty([
        { path: 'work.stageId', message: `${work.stageId} is no stage of this job; take one of its own` },
      ]);
  }
  const storedNow = await inTransaction(db, async (tx): Promise<Outcome<VersionedWork | null>> => {
    const row = await writeWork(tx, jobId, version, work);
    if (!row) return done(null);
    await followPlace(tx, jobId);
    return done({ version: row.version, work: row.document });
  });
  if (!storedNow.ok) return storedNow;
  return storedNow.value
    ? done(storedNow.value)
    : conflict('The work on this job was', await workOn(db, jobId));
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
  accepted: { option: number; by: string; at: string; through: 'desk' | 'link' } | null;
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
  acceptedThrough,
}: QuoteRow): QuoteLineOut => ({
  id,
  number,
  version,
  person,
  quote: document,
  accepted: acceptedAt
    ? {
        option: acceptedOption ?? 0,
        by: acceptedBy ?? '',
        at: acceptedAt.toISOString(),
        through: acceptedThrough ?? 'desk',
      }
    : null,
});

export async function listQuotes(db: Queryable, jobId: number): Promise<QuoteLineOut[]> {
  return (await quotesOfJob(db, jobId)).map(out);
}

export async function makeQuote(
  { db, person, now }: Actor,
  jobId: number,
  document: Quote,
): Promise<Outcome<QuoteLineOut>> {
  if (!(await jobById(db, jobId))) return missing('job');
  return inTransaction(db, async (tx) => {
    const row = await insertQuote(tx, { jobId, document, person: person.name, madeAt: now });
    await followPlace(tx, jobId);
    return done(out(row));
  });
}

const FROZEN = 'This quote was accepted and is frozen. Make a new one from the stages, or from a copy of it.';

async function stale(db: Queryable, id: number): Promise<Outcome<never>> {
  const row = await quoteById(db, id);
  if (!row) return missing('quote');
  return row.acceptedAt
    ? refused({ status: 409, message: FROZEN, current: out(row) })
    : conflict('The quote was', out(row));
}

export const quoteBody = z.strictObject({ version: whole(1, 1e9), quote: quoteSchema });

export async function changeQuote(
  db: Queryable,
  id: number,
  { version, quote }: z.output<typeof quoteBody>,
): Promise<Outcome<QuoteLineOut>> {
  const row = await writeQuote(db, id, version, { document: quote });
  return row ? done(out(row)) : stale(db, id);
}

export const acceptBody = z.strictObject({
  version: whole(1, 1e9),
  option: whole(0, 7),
  /** Who of the customer's took it. */ by: words(120, 1),
});

/** Freezes a quote with the option that was taken; `signature` is what the customer drew at their own link. */
export async function acceptQuote(
  { db, now }: Pick<Actor, 'db' | 'now'>,
  id: number,
  { version, option, by }: z.output<typeof acceptBody>,
  signature?: Buffer,
): Promise<Outcome<QuoteLineOut>> {
  const before = await quoteById(db, id);
  if (!before) return missing('quote');
  if (option >= before.document.options.length)
    return faulty([
      {
        path: 'option',
        message: `${option} is no option of this quote; it has ${before.document.options.length}`,
      },
    ]);
  return inTransaction(db, async (tx) => {
    const row = await writeQuote(tx, id, version, {
      acceptedAt: now,
      acceptedBy: by,
      acceptedOption: option,
      acceptedThrough: signature ? 'link' : 'desk',
      signature: signature ?? null,
    });
    if (!row) return stale(tx, id);
    await followPlace(tx, row.jobId);
    const job = await jobById(tx, row.jobId);
    await tell(tx, now, 'quote.accepted', [
      {
        about: String(id),
        data: {
          job: { id: row.jobId, number: job?.number ?? '' },
          quote: row.number,
          option: option + 1,
          through: signature ? 'link' : 'desk',
        },
      },
    ]);
    return done(out(row));
  });
}

/** One row of the plan, if not all of it. */
export const planQuery = z.strictObject({
  ...calendarToken,
  bay: z.string().max(60).optional(),
  person: z.string().max(60).optional(),
});
