import { sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Queryable } from './client';
import { changes, foreignWells, keptLearned, logEntries, photoRounds, shop } from './tables';

export type KeptRow = Pick<typeof keptLearned.$inferSelect, 'of' | 'document' | 'madeAt'>;

/** How many rows there are and which came last: what is only added to is the same as long as both are. */
async function state(db: Queryable, table: PgTable, last: PgColumn): Promise<string> {
  const [row] = await db.select({ state: sql<string>`concat(count(*), ':', max(${last}))` }).from(table);
  return row?.state ?? '';
}

/** What everything that the shop learns from stands at, in a word: another one once any of it is another. */
export async function learnedFrom(db: Queryable): Promise<string> {
  const states = await Promise.all([
    state(db, logEntries, logEntries.seq),
    state(db, changes, changes.id),
    state(db, photoRounds, photoRounds.id),
    state(db, foreignWells, foreignWells.id),
    state(db, shop, shop.version),
  ]);
  return states.join(' ');
}

/** What was learned when it was last worked out; undefined where it never was. */
export async function keptLearnedOf(db: Queryable): Promise<KeptRow | undefined> {
  const [row] = await db
    .select({ of: keptLearned.of, document: keptLearned.document, madeAt: keptLearned.madeAt })
    .from(keptLearned);
  return row;
}

/** Keeps what was learned, in the place of what was kept. */
export async function keepLearned(db: Queryable, kept: KeptRow): Promise<void> {
  await db.insert(keptLearned).values(kept).onConflictDoUpdate({ target: keptLearned.shopId, set: kept });
}

/** Forgets what is kept: somebody's name may stand in it. */
export async function forgetLearned(db: Queryable): Promise<void> {
  await db.delete(keptLearned);
}
