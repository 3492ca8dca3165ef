import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm';
import type { WebhookEvent } from '../core/people/webhook';
import type { Queryable } from './client';
import { webhookCalls, webhooks } from './tables';

export type WebhookRow = typeof webhooks.$inferSelect;
export type CallRow = typeof webhookCalls.$inferSelect;

export async function addWebhook(db: Queryable, hook: typeof webhooks.$inferInsert): Promise<WebhookRow> {
  const [row] = await db.insert(webhooks).values(hook).returning();
  if (!row) throw new Error('a webhook was not stored');
  return row;
}

/** The webhooks of a shop that are called, the newest first. */
export function webhooksOf(db: Queryable): Promise<WebhookRow[]> {
  return db.select().from(webhooks).where(isNull(webhooks.takenBackAt)).orderBy(desc(webhooks.id));
}

/** The shops, of all, that have something called for an event. */
export async function shopsToldOf(everyShop: Queryable, event: WebhookEvent): Promise<number[]> {
  const rows = await everyShop
    .selectDistinct({ shopId: webhooks.shopId })
    .from(webhooks)
    .where(and(isNull(webhooks.takenBackAt), sql`${webhooks.events}::jsonb ? ${event}`));
  return rows.map(({ shopId }) => shopId);
}

export async function takeBackWebhook(db: Queryable, id: number, at: Date): Promise<WebhookRow | undefined> {
  const [row] = await db
    .update(webhooks)
    .set({ takenBackAt: at })
    .where(and(eq(webhooks.id, id), isNull(webhooks.takenBackAt)))
    .returning();
  return row;
}

export type NewCall = Pick<CallRow, 'webhookId' | 'event' | 'about' | 'data' | 'at'>;
/** As many rows go into one statement. */
const AT_ONCE = 500;

/** Writes down what is to be told; answers those of which the same was not told before. */
export async function addCalls(db: Queryable, calls: readonly NewCall[]): Promise<CallRow[]> {
  const added: CallRow[] = [];
  for (let i = 0; i < calls.length; i += AT_ONCE)
    added.push(
      ...(await db
        .insert(webhookCalls)
        .values(calls.slice(i, i + AT_ONCE))
        .onConflictDoNothing()
        .returning()),
    );
  return added;
}

/** The last calls of the webhooks that are still called, the newest first. */
export async function lastCalls(db: Queryable, most: number): Promise<CallRow[]> {
  const rows = await db
    .select({ call: webhookCalls })
    .from(webhookCalls)
    .innerJoin(webhooks, eq(webhookCalls.webhookId, webhooks.id))
    .where(isNull(webhooks.takenBackAt))
    .orderBy(desc(webhookCalls.id))
    .limit(most);
  return rows.map(({ call }) => call);
}

/** A call that is still to be made, and whom. */
export async function callToMake(
  db: Queryable,
  id: number,
): Promise<{ call: CallRow; hook: WebhookRow } | undefined> {
  const [row] = await db
    .select({ call: webhookCalls, hook: webhooks })
    .from(webhookCalls)
    .innerJoin(webhooks, eq(webhookCalls.webhookId, webhooks.id))
    .where(and(eq(webhookCalls.id, id), isNull(webhookCalls.deliveredAt), isNull(webhooks.takenBackAt)));
  return row;
}

/** Writes down what came of a try. */
export async function noteTry(
  db: Queryable,
  id: number,
  came: Pick<CallRow, 'triedAt' | 'fault' | 'deliveredAt' | 'givenUpAt'>,
): Promise<void> {
  await db
    .update(webhookCalls)
    .set({ ...came, tries: sql`${webhookCalls.tries} + 1` })
    .where(eq(webhookCalls.id, id));
}

/** Takes up a call that was given up; undefined where it was not. */
export async function takeUpCall(db: Queryable, id: number): Promise<CallRow | undefined> {
  const [row] = await db
    .update(webhookCalls)
    .set({ givenUpAt: null })
    .where(and(eq(webhookCalls.id, id), sql`${webhookCalls.givenUpAt} is not null`))
    .returning();
  return row;
}

export async function dropCallsBefore(everyShop: Queryable, before: Date): Promise<void> {
  await everyShop.delete(webhookCalls).where(lt(webhookCalls.at, before));
}
