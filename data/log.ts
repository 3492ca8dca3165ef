import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Expectation } from '../core/calibration/expectation';
import type { Queryable } from './client';
import { jobs, logEntries, photos, vehicles } from './schema';
import type { LogEntry } from '../core/format/log';

export async function logOfJob(db: Queryable, jobId: number): Promise<LogEntry[]> {
  const rows = await db
    .select({ document: logEntries.document })
    .from(logEntries)
    .where(eq(logEntries.jobId, jobId))
    .orderBy(asc(logEntries.at), asc(logEntries.seq));
  return rows.map(({ document }) => document);
}

/** Adds what is not there yet; an entry that came before stays as it is. */
export async function addToLog(
  db: Queryable,
  jobId: number,
  entries: readonly { entry: LogEntry; predicted: Expectation | null; batch?: number | undefined }[],
): Promise<void> {
  if (entries.length === 0) return;
  await db
    .insert(logEntries)
    .values(
      entries.map(({ entry: document, predicted, batch }) => ({
        id: document.id,
        jobId,
        kind: document.kind,
        at: document.at,
        document,
        predicted,
        batch: batch ?? null,
      })),
    )
    .onConflictDoNothing();
}

/** The entries that were written in one piece with a change to documents, and the jobs whose they are. */
export function entriesOfBatch(db: Queryable, batch: number) {
  return db
    .select({ jobId: logEntries.jobId, document: logEntries.document })
    .from(logEntries)
    .where(eq(logEntries.batch, batch));
}

/** Which of these ids are stored already, and in the log of which job. */
export async function knownEntries(db: Queryable, ids: readonly string[]): Promise<Map<string, number>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id: logEntries.id, jobId: logEntries.jobId })
    .from(logEntries)
    .where(inArray(logEntries.id, [...ids]));
  return new Map(rows.map(({ id, jobId }) => [id, jobId]));
}

/** Every test reading that has something to be held against, every taking over and what was said of either, oldest first. */
export function provedEntries(db: Queryable) {
  return db
    .select({
      id: logEntries.id,
      jobId: jobs.id,
      job: jobs.number,
      vehicle: vehicles.label,
      document: logEntries.document,
      predicted: logEntries.predicted,
    })
    .from(logEntries)
    .innerJoin(jobs, eq(logEntries.jobId, jobs.id))
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .where(inArray(logEntries.kind, ['test-fit', 'reconciled', 'corrected', 'struck', 'restored']))
    .orderBy(asc(logEntries.at), asc(logEntries.seq));
}

/** The log of every job whose vehicle was handed over, or of those among some, with what the vehicle is called. */
export function logsHandedOver(db: Queryable, jobIds?: readonly number[]) {
  return db
    .select({
      jobId: jobs.id,
      job: jobs.number,
      vehicle: vehicles.label,
      document: logEntries.document,
    })
    .from(logEntries)
    .innerJoin(jobs, eq(logEntries.jobId, jobs.id))
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .where(
      and(
        inArray(
          logEntries.jobId,
          db.select({ id: logEntries.jobId }).from(logEntries).where(eq(logEntries.kind, 'handed-over')),
        ),
        jobIds && inArray(logEntries.jobId, [...jobIds]),
      ),
    )
    .orderBy(asc(logEntries.at), asc(logEntries.seq));
}

export type PhotoRow = typeof photos.$inferInsert;

/** Keeps a picture; one that came before stays as it is. */
export async function addPhoto(db: Queryable, row: PhotoRow): Promise<void> {
  await db.insert(photos).values(row).onConflictDoNothing();
}

export async function photoBytes(db: Queryable, id: string, small: boolean): Promise<Buffer | undefined> {
  const [row] = await db
    .select({ bytes: small ? photos.small : photos.jpeg })
    .from(photos)
    .where(eq(photos.id, id));
  return row?.bytes;
}
