import { asc, eq, sql } from 'drizzle-orm';
import { shownName } from '../core/people/rights';
import type { Queryable } from './client';
import { shop, type ShopDocument } from './shopTable';

/** The shop of a handle; undefined where it is of none, or its demo was not loaded to its end. */
export async function shopSettings(db: Queryable) {
  const [row] = await db.select().from(shop).where(eq(shop.whole, true));
  return row;
}

/** Every shop that is there, the oldest first; through a handle of one shop that one. */
export function shopsThere(db: Queryable): Promise<{ id: number; name: string }[]> {
  return db
    .select({ id: shop.id, name: shop.name })
    .from(shop)
    .where(eq(shop.whole, true))
    .orderBy(asc(shop.id));
}

/** The shop that somebody means by its name, whatever the capitals. */
export async function shopCalled(
  everyShop: Queryable,
  name: string,
): Promise<{ id: number; name: string } | undefined> {
  const [row] = await everyShop
    .select({ id: shop.id, name: shop.name })
    .from(shop)
    .where(eq(sql`lower(${shop.name})`, shownName(name).toLowerCase()));
  return row;
}

/** Stores the shop's settings only where they still have `version`; undefined where they have moved on. */
export async function writeShop(db: Queryable, version: number, document: ShopDocument) {
  const [row] = await db
    .update(shop)
    .set({ document, version: version + 1 })
    .where(eq(shop.version, version))
    .returning();
  return row;
}

/** One more shop; undefined where one has that name. One that is not `whole` is being loaded, and is none until it is. */
export async function openShop(
  everyShop: Queryable,
  name: string,
  document: ShopDocument,
  whole = true,
): Promise<number | undefined> {
  const [row] = await everyShop
    .insert(shop)
    .values({ name, document, whole })
    .onConflictDoNothing()
    .returning({ id: shop.id });
  return row?.id;
}

/** A demo was loaded to its end. */
export async function finishShop(db: Queryable): Promise<void> {
  await db.update(shop).set({ whole: true });
}

/** The number that the next job of the shop gets, from 1; never told twice. */
export async function nextJobNumber(db: Queryable): Promise<number> {
  const [row] = await db
    .update(shop)
    .set({ lastJob: sql`${shop.lastJob} + 1` })
    .returning({ number: shop.lastJob });
  if (!row) throw new Error('a job needs a shop');
  return row.number;
}
