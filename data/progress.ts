import { eq, lt, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { progress } from './tables';

export type Progress = { count: number; of: number };

/** Tells how far something is, so that it can be asked for at any server process. */
export async function noteProgress(
  db: Queryable,
  ticket: string,
  { count, of }: Progress,
  at: Date,
): Promise<void> {
  await db
    .insert(progress)
    .values({ ticket, count, of, at })
    .onConflictDoUpdate({
      target: [progress.shopId, progress.ticket],
      set: { count, of, at: sql`excluded.at` },
    });
}

export async function progressOf(db: Queryable, ticket: string): Promise<Progress | null> {
  const [row] = await db
    .select({ count: progress.count, of: progress.of })
    .from(progress)
    .where(eq(progress.ticket, ticket));
  return row ?? null;
}

/** Forgets what was told before a moment. */
export async function dropProgressBefore(db: Queryable, before: Date): Promise<void> {
  await db.delete(progress).where(lt(progress.at, before));
}
