import { asc, eq } from 'drizzle-orm';
import type { LogEntry } from '../core/record/logEntry';
import type { Queryable } from './client';
import { logEntries } from './schema';

export async function logOfJob(db: Queryable, jobId: number): Promise<LogEntry[]> {
  const rows = await db
    .select({ document: logEntries.document })
    .from(logEntries)
    .where(eq(logEntries.jobId, jobId))
    .orderBy(asc(logEntries.at), asc(logEntries.storedAt));
  return rows.map(({ document }) => document);
}

/** Adds what is not there yet; an entry that came before stays as it is. */
export async function addToLog(db: Queryable, jobId: number, entries: readonly LogEntry[]): Promise<void> {
  if (entries.length === 0) return;
  await db
    .insert(logEntries)
    .values(
      entries.map((document) => ({ id: document.id, jobId, kind: document.kind, at: document.at, document })),
    )
    .onConflictDoNothing();
}
