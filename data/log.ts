import { asc, eq, inArray } from 'drizzle-orm';
import type { Expectation } from '../core/calibration/expectation';
import type { Queryable } from './client';
import { jobs, logEntries, photos, vehicles } from './schema';
import type { LogEntry } from '../core/format/log';

export async function logOfJob(db: Queryable, jobId: number): Promise<LogEntry[]> {
  const rows = await db
    .select({ document: logEntries.document })
    .from(logEntries)
    .where(eq(logEntries.jobId, jobId))
    .orderBy(asc(logEntries.at), asc(logEntries.storedAt));
  return rows.map(({ document }) => document);
}

/** Adds what is not there yet; an entry that came before stays as it is. */
export async function addToLog(
  db: Queryable,
  jobId: number,
  entries: readonly { entry: LogEntry; predicted: Expectation | null }[],
): Promise<void> {
  if (entries.length === 0) return;
  await db
    .insert(logEntries)
    .values(
      entries.map(({ entry: document, predicted }) => ({
        id: document.id,
        jobId,
        kind: document.kind,
        at: document.at,
        document,
        predicted,
      })),
    )
    .onConflictDoNothing();
}

/** Which of these ids are stored already. */
export async function knownEntries(db: Queryable, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .select({ id: logEntries.id })
    .from(logEntries)
    .where(inArray(logEntries.id, [...ids]));
  return new Set(rows.map(({ id }) => id));
}

/** Every test reading that has something to be held against, and every taking over, oldest first. */
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
    .where(inArray(logEntries.kind, ['test-fit', 'reconciled']))
    .orderBy(asc(logEntries.at), asc(logEntries.storedAt));
}

/** The log of every job whose vehicle was handed over, with what the vehicle is called. */
export function logsHandedOver(db: Queryable) {
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
      inArray(
        logEntries.jobId,
        db.select({ id: logEntries.jobId }).from(logEntries).where(eq(logEntries.kind, 'handed-over')),
      ),
    )
    .orderBy(asc(logEntries.at), asc(logEntries.storedAt));
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
