import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Queryable } from './client';
import { longAgo, opens } from './secrets';
import { customerLinks, photos } from './tables';

export type CustomerLinkRow = typeof customerLinks.$inferSelect;
export type NewCustomerLink = typeof customerLinks.$inferInsert;

export async function addCustomerLink(db: Queryable, link: NewCustomerLink): Promise<CustomerLinkRow> {
  const [row] = await db.insert(customerLinks).values(link).returning();
  if (!row) throw new Error('a link was not stored');
  return row;
}

/** The links of a job, the newest first. */
export function customerLinksOf(db: Queryable, jobId: number): Promise<CustomerLinkRow[]> {
  return db
    .select()
    .from(customerLinks)
    .where(eq(customerLinks.jobId, jobId))
    .orderBy(desc(customerLinks.id));
}

/** The links to all that a customer has, the newest first. */
export function fleetLinksOf(db: Queryable, customerId: number): Promise<CustomerLinkRow[]> {
  return db
    .select()
    .from(customerLinks)
    .where(eq(customerLinks.customerId, customerId))
    .orderBy(desc(customerLinks.id));
}

/** The link that a secret opens, where it has not ended and was not taken back. */
export async function customerLinkBy(
  db: Queryable,
  secretHash: string,
  at: Date,
): Promise<CustomerLinkRow | undefined> {
  const [row] = await db
    .select()
    .from(customerLinks)
    .where(opens(customerLinks, secretHash, at));
  return row;
}

export async function takeBackLink(
  db: Queryable,
  id: number,
  at: Date,
): Promise<CustomerLinkRow | undefined> {
  const [row] = await db
    .update(customerLinks)
    .set({ takenBackAt: at })
    .where(and(eq(customerLinks.id, id), isNull(customerLinks.takenBackAt)))
    .returning();
  return row;
}

/** Remembers that a link was looked at; where it was within ten minutes nothing is written. */
export async function noteSeen(db: Queryable, id: number, at: Date): Promise<void> {
  await db
    .update(customerLinks)
    .set({ seenAt: at })
    .where(and(eq(customerLinks.id, id), longAgo(customerLinks.seenAt, at)));
}

/** The photos of a job, newest first: their ids and sizes. */
export function photosOfJob(db: Queryable, jobId: number) {
  return db
    .select({ id: photos.id, widthPx: photos.widthPx, heightPx: photos.heightPx })
    .from(photos)
    .where(eq(photos.jobId, jobId))
    .orderBy(desc(photos.storedAt));
}
