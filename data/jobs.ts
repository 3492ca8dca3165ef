import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { customers, jobs, stages, vehicles } from './schema';
import { nextJobNumber } from './shop';

export type Job = typeof jobs.$inferSelect;
export type VehicleRow = typeof vehicles.$inferSelect;

const jobColumns = {
  id: jobs.id,
  number: jobs.number,
  title: jobs.title,
  status: jobs.status,
  version: jobs.version,
  waitsFor: jobs.waitsFor,
  placedBy: jobs.placedBy,
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
  return jobsWithNames(db).orderBy(desc(jobs.id));
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
      rub: stages.rub,
    })
    .from(stages)
    .orderBy(asc(stages.jobId), asc(stages.position));
}

/** Adds a job under the next number: `J-0001`, `J-0002`, … Two that are made at one moment get two numbers. */
export async function insertJob(
  db: Queryable,
  values: Omit<typeof jobs.$inferInsert, 'number'>,
): Promise<Job> {
  const number = `J-${String(await nextJobNumber(db)).padStart(4, '0')}`;
  const [job] = await db
    .insert(jobs)
    .values({ ...values, number })
    .returning();
  if (!job) throw new Error('a job was not stored');
  return job;
}

/** Stores the head of a job, and which body its vehicle is, only where it still has `version`; undefined where it moved on. */
export async function writeJob(
  db: Queryable,
  id: number,
  version: number,
  { platform, ...values }: Pick<Job, 'status' | 'waitsFor' | 'title' | 'placedBy'> & { platform: string },
): Promise<Job | undefined> {
  const [job] = await db
    .update(jobs)
    .set({ ...values, version: version + 1 })
    .where(and(eq(jobs.id, id), eq(jobs.version, version)))
    .returning();
  if (job) await db.update(vehicles).set({ platform }).where(eq(vehicles.id, job.vehicleId));
  return job;
}

/** Moves a job to a place that follows from its work; its head is another one then for whoever holds it. */
export async function writePlace(db: Queryable, id: number, status: Job['status']): Promise<void> {
  await db
    .update(jobs)
    .set({ status, version: sql`${jobs.version} + 1` })
    .where(eq(jobs.id, id));
}

/** Stages by id, for what was learned on them. */
export function stagesById(db: Queryable, ids: readonly number[]) {
  return db
    .select({ id: stages.id, document: stages.document })
    .from(stages)
    .where(inArray(stages.id, [...ids]));
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
