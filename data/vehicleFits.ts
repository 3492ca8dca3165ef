import { asc, eq, inArray, sql } from 'drizzle-orm';
import type { PackedFits } from '../core/search/fitsAll';
import type { Queryable } from './client';
import { vehicleFits, vehicles } from './tables';

/** Asks anew what some vehicles take: what was known of them is known no more. */
export async function askFits(db: Queryable, vehicleIds: readonly number[], askedAt: Date): Promise<void> {
  if (vehicleIds.length === 0) return;
  await db
    .insert(vehicleFits)
    .values(vehicleIds.map((vehicleId) => ({ vehicleId, askedAt, fits: null })))
    .onConflictDoUpdate({
      target: [vehicleFits.shopId, vehicleFits.vehicleId],
      set: { askedAt: sql`excluded.asked_at`, fits: sql`null` },
    });
}

export async function writeFits(db: Queryable, vehicleId: number, fits: PackedFits): Promise<void> {
  await db.update(vehicleFits).set({ fits }).where(eq(vehicleFits.vehicleId, vehicleId));
}

/** Of which vehicles of a customer it is known, by label, without what: of one that was not asked about without a moment. */
export function fitsKnown(db: Queryable, customerId: number) {
  return db
    .select({
      id: vehicles.id,
      label: vehicles.label,
      askedAt: vehicleFits.askedAt,
      known: sql<boolean>`${vehicleFits.fits} is not null`,
      whole: sql<boolean>`coalesce((${vehicleFits.fits} ->> 'whole')::boolean, true)`,
    })
    .from(vehicles)
    .leftJoin(vehicleFits, eq(vehicleFits.vehicleId, vehicles.id))
    .where(eq(vehicles.customerId, customerId))
    .orderBy(asc(vehicles.label), asc(vehicles.id));
}

/** What is known of the vehicles of a customer, in the same order. */
export function fitsOfCustomer(db: Queryable, customerId: number) {
  return db
    .select({
      id: vehicles.id,
      label: vehicles.label,
      platform: vehicles.platform,
      document: vehicles.document,
      askedAt: vehicleFits.askedAt,
      fits: vehicleFits.fits,
    })
    .from(vehicles)
    .leftJoin(vehicleFits, eq(vehicleFits.vehicleId, vehicles.id))
    .where(eq(vehicles.customerId, customerId))
    .orderBy(asc(vehicles.label), asc(vehicles.id));
}
export type VehicleWithFits = Awaited<ReturnType<typeof fitsOfCustomer>>[number];

/** Of some vehicles those that are asked about and that nobody worked out yet. */
export function openFits(db: Queryable, ids: readonly number[]) {
  return db
    .select({ id: vehicles.id, platform: vehicles.platform, document: vehicles.document })
    .from(vehicleFits)
    .innerJoin(vehicles, eq(vehicleFits.vehicleId, vehicles.id))
    .where(sql`${vehicleFits.fits} is null and ${inArray(vehicles.id, [...ids])}`);
}
