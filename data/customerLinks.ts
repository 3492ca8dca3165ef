import { and, desc, eq, gt, isNull, lt, or } from 'drizzle-orm';
import type { Queryable } from './client';
import { customerLinks, photos } from './tables';

export type CustomerLinkRow = typeof customerLinks.$inferSelect;

export async function addCustomerLink(
  db: Queryable,
  link: typeof customerLinks.$inferInsert,
): Promise<CustomerLinkRow> {
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

/** The link that a secret opens, where it has not ended and was not taken back. */
export async function customerLinkBy(
  db: Queryable,
  secretHash: string,
  at: Date,
): Promise<CustomerLinkRow | undefined> {
  const [row] = await db
    .select()
    .from(customerLinks)
    .where(
      and(
        eq(customerLinks.secretHash, secretHash),
        gt(customerLinks.expiresAt, at),
        isNull(customerLinks.takenBackAt),
      ),
    );
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
  const before = new Date(at.getTime() - 600_000);
  await db
    .update(customerLinks)
    .set({ seenAt: at })
    .where(and(eq(customerLinks.id, id), or(isNull(customerLinks.seenAt), lt(customerLinks.seenAt, before))));
}

/** The photos of a job, newest first: their ids and sizes. */
export function photosOfJob(db: Queryable, jobId: number) {
  return db
    .select({ id: photos.id, widthPx: photos.widthPx, heightPx: photos.heightPx })
    .from(photos)
    .where(eq(photos.jobId, jobId))
    .orderBy(desc(photos.storedAt));
}
