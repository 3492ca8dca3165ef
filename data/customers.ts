import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { customers, jobs, logEntries, quotes, stages, vehicles } from './tables';

export type CustomerRow = { id: number; name: string; note: string };
const columns = { id: customers.id, name: customers.name, note: customers.note };

/** Everybody whose vehicles the shop knows, with what those are called, by name. */
export function customersWithVehicles(db: Queryable): Promise<(CustomerRow & { vehicles: string[] })[]> {
  const labels = sql<
    string[]
  >`coalesce(array_agg(${vehicles.label} order by ${vehicles.label}) filter (where ${vehicles.id} is not null), '{}')`;
  return db
    .select({ ...columns, vehicles: labels })
    .from(customers)
    .leftJoin(vehicles, eq(vehicles.customerId, customers.id))
    .groupBy(customers.id)
    .orderBy(asc(customers.name));
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
