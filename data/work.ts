import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { jobs, jobWork, quotes, vehicles } from './schema';
import type { JobWork } from '../core/format/jobWork';
import type { Quote } from '../core/format/quote';

export type WorkRow = typeof jobWork.$inferSelect;

export async function workOfJob(db: Queryable, jobId: number) {
  const [row] = await db.select().from(jobWork).where(eq(jobWork.jobId, jobId));
  return row;
}

/** The version alone, for pages that ask every few seconds; 0 where no work is stored yet. */
export async function workVersion(db: Queryable, jobId: number): Promise<number> {
  const [row] = await db.select({ version: jobWork.version }).from(jobWork).where(eq(jobWork.jobId, jobId));
  return row?.version ?? 0;
}

/** Stores the work of a job only where it still has `version` (0: none is stored yet); undefined where it moved on. */
export async function writeWork(db: Queryable, jobId: number, version: number, document: JobWork) {
  if (version === 0) {
    const [row] = await db.insert(jobWork).values({ jobId, document }).onConflictDoNothing().returning();
    return row;
  }
  const [row] = await db
    .update(jobWork)
    .set({ document, version: version + 1, updatedAt: sql`now()` })
    .where(and(eq(jobWork.jobId, jobId), eq(jobWork.version, version)))
    .returning();
  return row;
}

/** The work of every job that is not done, with what it is called. */
export function openWork(db: Queryable) {
  return db
    .select({
      id: jobs.id,
      number: jobs.number,
      vehicle: vehicles.label,
      version: jobWork.version,
      work: jobWork.document,
    })
    .from(jobWork)
    .innerJoin(jobs, eq(jobWork.jobId, jobs.id))
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .where(ne(jobs.status, 'done'))
    .orderBy(asc(jobs.number));
}

export type QuoteRow = typeof quotes.$inferSelect;

export function quotesOfJob(db: Queryable, jobId: number): Promise<QuoteRow[]> {
  return db.select().from(quotes).where(eq(quotes.jobId, jobId)).orderBy(desc(quotes.number));
}

export async function quoteById(db: Queryable, id: number): Promise<QuoteRow | undefined> {
  const [row] = await db.select().from(quotes).where(eq(quotes.id, id));
  return row;
}

/** One more quote of a job, numbered after the last. Of two at the same moment the later one is numbered anew. */
export async function insertQuote(
  db: Queryable,
  values: Pick<typeof quotes.$inferInsert, 'jobId' | 'document' | 'person' | 'madeAt'>,
): Promise<QuoteRow> {
  const number = sql<number>`(select coalesce(max("number"), 0) + 1 from ${quotes} where "job_id" = ${values.jobId})`;
  for (;;) {
    const [row] = await db
      .insert(quotes)
      .values({ ...values, number })
      .onConflictDoNothing()
      .returning();
    if (row) return row;
  }
}

/** Changes a quote that is not accepted and still has `version`; undefined otherwise. */
export async function writeQuote(
  db: Queryable,
  id: number,
  version: number,
  values:
    | { document: Quote }
    | Required<
        Pick<
          typeof quotes.$inferInsert,
          'acceptedAt' | 'acceptedBy' | 'acceptedOption' | 'acceptedThrough' | 'signature'
        >
      >,
): Promise<QuoteRow | undefined> {
  const [row] = await db
    .update(quotes)
    .set({ ...values, version: version + 1 })
    .where(and(eq(quotes.id, id), eq(quotes.version, version), isNull(quotes.acceptedAt)))
    .returning();
  return row;
}
