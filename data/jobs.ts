import { and, asc, desc, eq, gt, inArray, ne, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { changes, customers, jobs, stages, vehicles } from './schema';
import type { RubPolicy } from '../core/format/use';

export type Job = typeof jobs.$inferSelect;
export type VehicleRow = typeof vehicles.$inferSelect;

const jobColumns = {
  id: jobs.id,
  number: jobs.number,
  title: jobs.title,
  status: jobs.status,
  waitsFor: jobs.waitsFor,
  openedAt: jobs.openedAt,
  vehicleId: jobs.vehicleId,
  vehicle: vehicles.label,
  kind: vehicles.kind,
  platform: vehicles.platform,
  customer: customers.name,
};

function jobsWithNames(db: Queryable) {
  return db
    .select(jobColumns)
    .from(jobs)
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .leftJoin(customers, eq(vehicles.customerId, customers.id));
}
export type JobWithNames = Awaited<ReturnType<typeof jobsWithNames>>[number];

export function allJobs(db: Queryable): Promise<JobWithNames[]> {
  return jobsWithNames(db).orderBy(desc(jobs.number));
}

export async function jobById(db: Queryable, id: number): Promise<JobWithNames | undefined> {
  const [job] = await jobsWithNames(db).where(eq(jobs.id, id));
  return job;
}

export function jobsOfVehicle(db: Queryable, vehicleId: number): Promise<Job[]> {
  return db.select().from(jobs).where(eq(jobs.vehicleId, vehicleId)).orderBy(asc(jobs.id));
}

/** Position, label and grade of every stage, for the list of jobs. */
export function stageSummaries(db: Queryable) {
  return db
    .select({
      id: stages.id,
      jobId: stages.jobId,
      position: stages.position,
      label: stages.label,
      grade: stages.grade,
      leastClearanceMm: stages.leastClearanceMm,
      tireCode: stages.tireCode,
      rub: sql<RubPolicy | null>`${stages.document} -> 'use' ->> 'rub'`,
    })
    .from(stages)
    .orderBy(asc(stages.jobId), asc(stages.position));
}

export async function insertJob(db: Queryable, values: typeof jobs.$inferInsert): Promise<Job> {
  const [job] = await db.insert(jobs).values(values).returning();
  if (!job) throw new Error('a job was not stored');
  return job;
}

export async function writeJob(
  db: Queryable,
  id: number,
  values: Partial<Pick<Job, 'status' | 'waitsFor' | 'title'>>,
): Promise<Job | undefined> {
  const [job] = await db.update(jobs).set(values).where(eq(jobs.id, id)).returning();
  return job;
}

/** Says which body the vehicle of a job is of. */
export async function setPlatform(db: Queryable, vehicleId: number, platform: string): Promise<void> {
  await db.update(vehicles).set({ platform }).where(eq(vehicles.id, vehicleId));
}

/** Every vehicle that somebody said the platform of, oldest first. */
export function vehiclesOfPlatforms(db: Queryable, platform?: string) {
  return db
    .select({ id: vehicles.id, platform: vehicles.platform, document: vehicles.document })
    .from(vehicles)
    .where(platform === undefined ? ne(vehicles.platform, '') : eq(vehicles.platform, platform))
    .orderBy(asc(vehicles.id));
}

/** How many vehicles of each platform there are, the most first. */
export function platformCounts(db: Queryable) {
  const count = sql<number>`count(*)::int`;
  return db
    .select({ platform: vehicles.platform, vehicles: count })
    .from(vehicles)
    .where(ne(vehicles.platform, ''))
    .groupBy(vehicles.platform)
    .orderBy(desc(count), asc(vehicles.platform));
}

/** Stages by id, for what was learned on them. */
export function stagesById(db: Queryable, ids: readonly number[]) {
  return db
    .select({ id: stages.id, document: stages.document })
    .from(stages)
    .where(inArray(stages.id, [...ids]));
}

export async function lastJobNumber(db: Queryable): Promise<string | undefined> {
  const [last] = await db.select({ number: jobs.number }).from(jobs).orderBy(desc(jobs.number)).limit(1);
  return last?.number;
}

export async function insertVehicle(
  db: Queryable,
  values: typeof vehicles.$inferInsert,
): Promise<VehicleRow> {
  const [row] = await db.insert(vehicles).values(values).returning();
  if (!row) throw new Error('a vehicle was not stored');
  return row;
}

export async function customerId(db: Queryable, name: string, note = ''): Promise<number> {
  await db.insert(customers).values({ name, note }).onConflictDoNothing();
  const [row] = await db.select({ id: customers.id }).from(customers).where(eq(customers.name, name));
  if (!row) throw new Error('a customer was not stored');
  return row.id;
}

export type ChangeRow = typeof changes.$inferSelect;

export function changesSince(
  db: Queryable,
  subject: ChangeRow['subject'],
  subjectId: number,
  version: number,
): Promise<ChangeRow[]> {
  return db
    .select()
    .from(changes)
    .where(and(eq(changes.subject, subject), eq(changes.subjectId, subjectId), gt(changes.version, version)))
    .orderBy(asc(changes.id));
}

export async function changeById(db: Queryable, id: number): Promise<ChangeRow | undefined> {
  const [row] = await db.select().from(changes).where(eq(changes.id, id));
  return row;
}

export async function addChange(db: Queryable, values: typeof changes.$inferInsert): Promise<void> {
  await db.insert(changes).values(values);
}
