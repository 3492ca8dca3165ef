import { asc, eq } from 'drizzle-orm';
import type { Tire, Wheel } from '../core/build';
import type { Queryable } from './client';
import { catalogTires, catalogWheels } from './schema';

export type CatalogTire = { id: number; maker: string; model: string; tire: Tire };
export type CatalogWheel = { id: number; maker: string; model: string; wheel: Wheel };

export function activeTires(db: Queryable): Promise<CatalogTire[]> {
  const { id, maker, model, document } = catalogTires;
  return db
    .select({ id, maker, model, tire: document })
    .from(catalogTires)
    .where(eq(catalogTires.active, true))
    .orderBy(asc(catalogTires.overallDiameterMm), asc(maker));
}

export function activeWheels(db: Queryable): Promise<CatalogWheel[]> {
  const { id, maker, model, document } = catalogWheels;
  return db
    .select({ id, maker, model, wheel: document })
    .from(catalogWheels)
    .where(eq(catalogWheels.active, true))
    .orderBy(asc(catalogWheels.diameterIn), asc(catalogWheels.widthIn), asc(maker));
}

export async function addTires(db: Queryable, rows: (typeof catalogTires.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await db.insert(catalogTires).values(rows).onConflictDoNothing();
}

export async function addWheels(db: Queryable, rows: (typeof catalogWheels.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await db.insert(catalogWheels).values(rows).onConflictDoNothing();
}
