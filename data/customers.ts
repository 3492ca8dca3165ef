import { and, asc, count, eq, exists, ilike, inArray, isNotNull, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from './client';
import { everyWordIn, type Page } from './lists';
import { customers, jobs, logEntries, quotes, stages, vehicles } from './tables';

export type CustomerRow = { id: number; name: string; note: string };
const columns = { id: customers.id, name: customers.name, note: customers.note };

export type CustomerWithVehicles = CustomerRow & { vehicles: string[] };

/** Those of whom every word is found in their name or in what a vehicle of theirs is called; of everybody without any. */
const found = (db: Queryable, words: readonly string[]): SQL | undefined =>
  everyWordIn(words, [customers.name], (pattern) => [
    exists(
      db
        .select({ one: sql`1` })
        .from(vehicles)
        .where(and(eq(vehicles.customerId, customers.id), ilike(vehicles.label, pattern))),
    ),
  ]);

/** Whose vehicles the shop knows, with what those are called, by name: those who are found, from a place on, and how many they are. */
export async function customersWithVehicles(
  db: Queryable,
  { words, from, most }: { words: readonly string[]; from: number; most: number } = {
    words: [],
    from: 0,
    most: 1_000_000,
  },
): Promise<Page<CustomerWithVehicles>> {
  const some = db
    .select(columns)
    .from(customers)
    .where(found(db, words))
    .orderBy(asc(customers.name))
    .offset(from)
    .limit(most)
    .as('some');
  const labels = sql<
    string[]
  >`coalesce(array_agg(${vehicles.label} order by ${vehicles.label}) filter (where ${vehicles.id} is not null), '{}')`;
  const [rows, [total]] = await Promise.all([
    db
      .select({ id: some.id, name: some.name, note: some.note, vehicles: labels })
      .from(some)
      .leftJoin(vehicles, eq(vehicles.customerId, some.id))
      .groupBy(some.id, some.name, some.note)
      .orderBy(asc(some.name)),
    db.select({ count: count() }).from(customers).where(found(db, words)),
  ]);
  return { count: total?.count ?? 0, rows };
}

export async function customerById(db: Queryable, id: number): Promise<CustomerRow | undefined> {
  const [row] = await db.select(columns).from(customers).where(eq(customers.id, id));
  return row;
}

/** The vehicles of a customer, by label, each with its jobs, oldest first. */
export async function fleetOf(db: Queryable, customerId: number) {
  const own = await db
    .select({ id: vehicles.id, label: vehicles.label, kind: vehicles.kind, platform: vehicles.platform })
    .from(vehicles)
    .where(eq(vehicles.customerId, customerId))
    .orderBy(asc(vehicles.label), asc(vehicles.id));
  const ids = own.map(({ id }) => id);
  if (ids.length === 0) return [];
  const work = await db
    .select({
      id: jobs.id,
      vehicleId: jobs.vehicleId,
      number: jobs.number,
      title: jobs.title,
      status: jobs.status,
    })
    .from(jobs)
    .where(inArray(jobs.vehicleId, ids))
    .orderBy(asc(jobs.id));
  return own.map((vehicle) => ({
    ...vehicle,
    jobs: work.filter(({ vehicleId }) => vehicleId === vehicle.id),
  }));
}
export type FleetVehicle = Awaited<ReturnType<typeof fleetOf>>[number];

/** What handovers say is on the vehicles of some jobs: the newest of each job that names a stage. */
export async function handedOverStages(db: Queryable, jobIds: readonly number[]) {
  if (jobIds.length === 0) return [];
  return db
    .select({ jobId: logEntries.jobId, at: logEntries.at, tireCode: stages.tireCode, label: stages.label })
    .from(logEntries)
    .innerJoin(stages, eq(stages.id, sql`(${logEntries.document} ->> 'stageId')::int`))
    .where(and(inArray(logEntries.jobId, [...jobIds]), eq(logEntries.kind, 'handed-over')))
    .orderBy(asc(logEntries.at), asc(logEntries.seq));
}

/** The accepted quotes of some jobs, the oldest first. */
export async function acceptedOf(db: Queryable, jobIds: readonly number[]) {
  if (jobIds.length === 0) return [];
  return db
    .select({
      jobId: quotes.jobId,
      at: quotes.acceptedAt,
      option: quotes.acceptedOption,
      document: quotes.document,
    })
    .from(quotes)
    .where(and(inArray(quotes.jobId, [...jobIds]), isNotNull(quotes.acceptedAt)))
    .orderBy(asc(quotes.acceptedAt));
}
