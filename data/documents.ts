import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import type { VehicleRow } from './jobs';
import { jobs, stages, vehicles } from './schema';

export type StageRow = typeof stages.$inferSelect;

export function stagesOfJob(db: Queryable, jobId: number): Promise<StageRow[]> {
  return db.select().from(stages).where(eq(stages.jobId, jobId)).orderBy(asc(stages.position));
}

export async function stageById(db: Queryable, id: number): Promise<StageRow | undefined> {
  const [row] = await db.select().from(stages).where(eq(stages.id, id));
  return row;
}

export async function vehicleById(db: Queryable, id: number) {
  const [row] = await db.select().from(vehicles).where(eq(vehicles.id, id));
  return row;
}

/** The vehicle that a job is on. */
export async function vehicleOfJob(db: Queryable, jobId: number): Promise<VehicleRow | undefined> {
  const [row] = await db
    .select({ vehicle: vehicles })
    .from(vehicles)
    .innerJoin(jobs, eq(jobs.vehicleId, vehicles.id))
    .where(eq(jobs.id, jobId));
  return row?.vehicle;
}

/** One more stage of a job, after its last. Of two at the same moment the later one is placed anew. */
export async function insertStage(
  db: Queryable,
  values: Omit<typeof stages.$inferInsert, 'position'>,
): Promise<StageRow> {
  const position = sql<number>`(select coalesce(max("position"), -1) + 1 from ${stages} where "job_id" = ${values.jobId})`;
  for (;;) {
    const [row] = await db
      .insert(stages)
      .values({ ...values, position })
      .onConflictDoNothing()
      .returning();
    if (row) return row;
  }
}

type StageValues = Pick<StageRow, 'document' | 'label' | 'grade' | 'leastClearanceMm' | 'tireCode' | 'rub'>;

/** Stores a stage only where it still has `version`; undefined where it has moved on. */
export async function writeStage(
  db: Queryable,
  id: number,
  version: number,
  values: StageValues,
): Promise<StageRow | undefined> {
  const [row] = await db
    .update(stages)
    .set({ ...values, version: version + 1, updatedAt: sql`now()` })
    .where(and(eq(stages.id, id), eq(stages.version, version)))
    .returning();
  return row;
}

/** Stores what is worked out anew when the vehicle changes. The document's version stays. */
export async function writeStageVerdict(
  db: Queryable,
  id: number,
  values: Pick<StageRow, 'grade' | 'leastClearanceMm'>,
): Promise<void> {
  await db.update(stages).set(values).where(eq(stages.id, id));
}

export async function deleteStage(db: Queryable, id: number): Promise<void> {
  await db.delete(stages).where(eq(stages.id, id));
}

/** Stores a vehicle only where it still has `version`; undefined where it has moved on. */
export async function writeVehicle(
  db: Queryable,
  id: number,
  version: number,
  values: Pick<typeof vehicles.$inferSelect, 'document' | 'label' | 'kind'>,
) {
  const [row] = await db
    .update(vehicles)
    .set({ ...values, version: version + 1, updatedAt: sql`now()` })
    .where(and(eq(vehicles.id, id), eq(vehicles.version, version)))
    .returning();
  return row;
}

/** Some stages, each with the vehicle that it is on. */
export function stagesWithVehicles(db: Queryable, ids: readonly number[]) {
  return db
    .select({ stage: stages, vehicle: vehicles })
    .from(stages)
    .innerJoin(jobs, eq(stages.jobId, jobs.id))
    .innerJoin(vehicles, eq(jobs.vehicleId, vehicles.id))
    .where(inArray(stages.id, [...ids]));
}

/** Every stage of every job on a vehicle: they are judged again when it changes. */
export async function stagesOfVehicle(db: Queryable, vehicleId: number): Promise<StageRow[]> {
  const rows = await db
    .select({ stage: stages })
    .from(stages)
    .innerJoin(jobs, eq(stages.jobId, jobs.id))
    .where(eq(jobs.vehicleId, vehicleId));
  return rows.map(({ stage }) => stage);
}
