import { and, eq } from 'drizzle-orm';
import type { Queryable } from './client';
import { shop, type ShopDocument } from './schema';

export async function shopSettings(db: Queryable) {
  const [row] = await db.select().from(shop).where(eq(shop.id, 1));
  return row;
}

/** Stores the shop's settings only where they still have `version`; undefined where they have moved on. */
export async function writeShop(db: Queryable, version: number, document: ShopDocument) {
  const [row] = await db
    .update(shop)
    .set({ document, version: version + 1 })
    .where(and(eq(shop.id, 1), eq(shop.version, version)))
    .returning();
  return row;
}

export async function openShop(db: Queryable, name: string, document: ShopDocument): Promise<void> {
  await db.insert(shop).values({ id: 1, name, document }).onConflictDoNothing();
}
