import { and, asc, count, desc, eq, exists, ilike, inArray, ne, or, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from './client';
import { everyWordIn } from './lists';
import { customers, jobs, jobWork, stages, vehicles } from './schema';
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

/** What the list of jobs can be sorted by. */
export const JOB_SORTS = {
  opened: jobs.id,
  number: jobs.number,
  vehicle: vehicles.label,
  customer: customers.name,
  title: jobs.title,
  status: jobs.status,
  waitsFor: jobs.waitsFor,
} as const;
export type JobSort = keyof typeof JOB_SORTS;
/** Which jobs of a shop, in which order. */
export type JobsQuery = {
  words: readonly string[];
  show: 'open' | 'done' | 'every';
  sort: JobSort;
  down: boolean;
  from: number;
  most: number;
};
const EVERY: JobsQuery = { words: [], show: 'every', sort: 'opened', down: true, from: 0, most: 1_000_000 };

function asked(db: Queryable, { words, show }: Pick<JobsQuery, 'words' | 'show'>): SQL | undefined {
  const stageFits = (pattern: string): SQL =>
    exists(
      db
        .select({ one: sql`1` })
        .from(stages)
        .where(
          and(
            eq(stages.jobId, jobs.id),
            or(ilike(stages.label, pattern), ilike(stages.grade, pattern), ilike(stages.tireCode, pattern)),
          ),
        ),
    );
  return and(
    show === 'every' ? undefined : show === 'done' ? eq(jobs.status, 'done') : ne(jobs.status, 'done'),
    everyWordIn(
      words,
      [jobs.number, vehicles.label, customers.name, jobs.title, jobs.status, jobs.waitsFor],
      (pattern) => [stageFits(pattern)],
    ),
  );
}

/** Jobs that are asked for, in their order. */
export function jobsOf(db: Queryable, query: JobsQuery): Promise<JobWithNames[]> {
  const { sort, down, from, most } = query;
  const column = JOB_SORTS[sort];
  return jobsWithNames(db)
    .where(asked(db, query))
    .orderBy(sql`${down ? desc(column) : asc(column)} nulls last`, desc(jobs.id))
    .offset(from)
    .limit(most);
}

/** How many jobs are asked for in all. */
export async function jobsCount(db: Queryable, query: Pick<JobsQuery, 'words' | 'show'>): Promise<number> {
  const [row] = await db
    .select({ count: count() })
    .from(jobs)
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .leftJoin(customers, eq(vehicles.customerId, customers.id))
    .where(asked(db, query));
  return row?.count ?? 0;
}

export const allJobs = (db: Queryable): Promise<JobWithNames[]> => jobsOf(db, EVERY);

export async function jobById(db: Queryable, id: number): Promise<JobWithNames | undefined> {
  const [job] = await jobsWithNames(db).where(eq(jobs.id, id));
  return job;
}

/** A job with its vehicle's document and the work on it: what its sheet stands on, in one answer. */
export async function jobWithDocuments(db: Queryable, id: number) {
  const [row] = await db
    .select({ job: jobColumns, vehicle: vehicles, work: jobWork })
    .from(jobs)
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .leftJoin(customers, eq(vehicles.customerId, customers.id))
    .leftJoin(jobWork, eq(jobWork.jobId, jobs.id))
    .where(eq(jobs.id, id));
  return row;
}

export function jobsOfVehicle(db: Queryable, vehicleId: number): Promise<Job[]> {
  return db.select().from(jobs).where(eq(jobs.vehicleId, vehicleId)).orderBy(asc(jobs.id));
}

/** Position, label and grade of the stages of some jobs, for the list of jobs. */
export function stageSummaries(db: Queryable, jobIds: readonly number[]) {
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
    .where(inArray(stages.jobId, [...jobIds]))
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

/** Takes a job out with all that is on it. */
export async function deleteJob(db: Queryable, id: number): Promise<void> {
  await db.delete(jobs).where(eq(jobs.id, id));
}
