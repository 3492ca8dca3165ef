import { LOG_KINDS, type LogKind } from '../core/format/names';
import { and, asc, eq, inArray, notInArray, sql } from 'drizzle-orm';
import { struckOf } from '../core/log/logEntry';
import type { Expectation } from '../core/calibration/expectation';
import type { Queryable } from './client';
import { jobs, vehicles } from './schema';
import { logEntries, photos } from './logTables';
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

/** What of an entry says when something is due. */
export type DueRow = {
  jobId: number;
  id: string;
  kind: LogEntry['kind'];
  at: string;
  odometerKm?: number | undefined;
};

/** Of the other kinds nothing is due, whatever a shop's rules say of them; of readings only when the last one was. */
const SAYS_DUE = (Object.keys(LOG_KINDS) as LogKind[]).filter(
  (kind) => !['test-fit', 'photo', 'reconciled', 'corrected'].includes(kind),
);

/**
 * Of every job whose vehicle was handed over, or of those among some: what it is called, and what of its log says when something is due,
 * oldest first, without what was struck out. Readings are most of a log: where they are asked for the last one alone is given.
 */
export async function logsHandedOver(
  db: Queryable,
  { jobIds, withReadings }: { jobIds?: readonly number[] | undefined; withReadings: boolean },
): Promise<{ jobs: { jobId: number; job: string; vehicle: string }[]; entries: DueRow[] }> {
  const among = jobIds && inArray(logEntries.jobId, [...jobIds]);
  const handedOver = db
    .select({ id: logEntries.jobId })
    .from(logEntries)
    .where(and(eq(logEntries.kind, 'handed-over'), among));
  // By their kinds, of all jobs, and not job by job: nearly every job of a shop was handed over.
  const [said, called] = await Promise.all([
    db
      .select({
        jobId: logEntries.jobId,
        id: logEntries.id,
        kind: logEntries.kind,
        at: logEntries.at,
        odometerKm: logEntries.odometerKm,
        of: logEntries.of,
      })
      .from(logEntries)
      .where(and(inArray(logEntries.kind, SAYS_DUE), among))
      .orderBy(asc(logEntries.at), asc(logEntries.seq)),
    db
      .select({ jobId: jobs.id, job: jobs.number, vehicle: vehicles.label })
      .from(jobs)
      .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
      .where(inArray(jobs.id, handedOver))
      .orderBy(asc(jobs.id)),
  ]);
  const struck = struckOf(said);
  const known = new Set(called.map(({ jobId }) => jobId));
  const entries = said
    .filter(({ id, jobId }) => known.has(jobId) && !struck.has(id))
    .map(({ odometerKm, of: _of, ...row }): DueRow => ({ ...row, odometerKm: odometerKm ?? undefined }));
  if (!withReadings) return { jobs: called, entries };
  const readings = await db
    .select({ jobId: logEntries.jobId, at: sql<string>`max(${logEntries.at})` })
    .from(logEntries)
    .where(
      and(
        inArray(logEntries.jobId, handedOver),
        eq(logEntries.kind, 'test-fit'),
        struck.size > 0 ? notInArray(logEntries.id, [...struck]) : undefined,
      ),
    )
    .groupBy(logEntries.jobId);
  const last = readings.map(({ jobId, at }): DueRow => ({
    jobId,
    id: `the last reading of ${jobId}`,
    kind: 'test-fit',
    at,
  }));
  return {
    jobs: called,
    entries: [...entries, ...last].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
  };
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
