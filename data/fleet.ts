import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { FleetAnswer, FleetPackage } from '../core/search/fleet';
import type { Queryable } from './client';
import { fleetAnswers, fleetSearches, vehicles } from './tables';

/** A new search with a row for every vehicle of the shop; answers with its id and the vehicles. */
export async function openFleetSearch(
  db: Queryable,
  label: string,
  document: FleetPackage,
  person: string,
  madeAt: Date,
): Promise<{ id: number; shopId: number; vehicleIds: number[] }> {
  const [search] = await db.insert(fleetSearches).values({ label, document, person, madeAt }).returning();
  if (!search) throw new Error('a search was not stored');
  const all = await db.select({ id: vehicles.id }).from(vehicles).orderBy(asc(vehicles.id));
  const vehicleIds = all.map(({ id }) => id);
  if (vehicleIds.length > 0)
    await db.insert(fleetAnswers).values(vehicleIds.map((vehicleId) => ({ searchId: search.id, vehicleId })));
  return { id: search.id, shopId: search.shopId, vehicleIds };
}

export async function fleetSearchById(db: Queryable, id: number) {
  const [row] = await db.select().from(fleetSearches).where(eq(fleetSearches.id, id));
  return row;
}

export function fleetSearchList(db: Queryable) {
  return db
    .select({ id: fleetSearches.id, label: fleetSearches.label, madeAt: fleetSearches.madeAt })
    .from(fleetSearches)
    .orderBy(desc(fleetSearches.id))
    .limit(20);
}

export function fleetAnswersOf(db: Queryable, searchId: number) {
  return db
    .select({
      vehicleId: vehicles.id,
      vehicle: vehicles.label,
      platform: vehicles.platform,
      answer: fleetAnswers.answer,
    })
    .from(fleetAnswers)
    .innerJoin(vehicles, eq(fleetAnswers.vehicleId, vehicles.id))
    .where(eq(fleetAnswers.searchId, searchId))
    .orderBy(asc(vehicles.platform), asc(vehicles.label));
}

/** Of some vehicles the ones that nobody has judged yet, with what is needed to. */
export function openVehicles(db: Queryable, searchId: number, ids: readonly number[]) {
  return db
    .select({ id: vehicles.id, platform: vehicles.platform, document: vehicles.document })
    .from(fleetAnswers)
    .innerJoin(vehicles, eq(fleetAnswers.vehicleId, vehicles.id))
    .where(
      and(eq(fleetAnswers.searchId, searchId), isNull(fleetAnswers.answer), inArray(vehicles.id, [...ids])),
    );
}

export async function writeFleetAnswer(
  db: Queryable,
  searchId: number,
  vehicleId: number,
  answer: FleetAnswer,
): Promise<void> {
  await db
    .update(fleetAnswers)
    .set({ answer })
    .where(and(eq(fleetAnswers.searchId, searchId), eq(fleetAnswers.vehicleId, vehicleId)));
}
