import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Queryable } from './client';
import { longAgo, opens } from './secrets';
import { apiTokens } from './tables';

export type ApiTokenRow = typeof apiTokens.$inferSelect;

export async function addToken(db: Queryable, token: typeof apiTokens.$inferInsert): Promise<ApiTokenRow> {
  const [row] = await db.insert(apiTokens).values(token).returning();
  if (!row) throw new Error('a token was not stored');
  return row;
}

/** The programs that are let in, the newest first; those that ended or were taken back too. */
export function allTokens(db: Queryable): Promise<ApiTokenRow[]> {
  return db.select().from(apiTokens).orderBy(desc(apiTokens.id));
}

/** The token of a secret, of whichever shop, where it has not ended and was not taken back. */
export async function tokenBy(
  everyShop: Queryable,
  secretHash: string,
  at: Date,
): Promise<ApiTokenRow | undefined> {
  const [row] = await everyShop
    .select()
    .from(apiTokens)
    .where(opens(apiTokens, secretHash, at));
  return row;
}

export async function takeBackToken(db: Queryable, id: number, at: Date): Promise<ApiTokenRow | undefined> {
  const [row] = await db
    .update(apiTokens)
    .set({ takenBackAt: at })
    .where(and(eq(apiTokens.id, id), isNull(apiTokens.takenBackAt)))
    .returning();
  return row;
}

/** Remembers that a token was used; where it was within ten minutes nothing is written. */
export async function noteTokenUsed(db: Queryable, id: number, at: Date): Promise<void> {
  await db
    .update(apiTokens)
    .set({ usedAt: at })
    .where(and(eq(apiTokens.id, id), longAgo(apiTokens.usedAt, at)));
}
