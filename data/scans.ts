import { and, asc, count, desc, eq } from 'drizzle-orm';
import type { Queryable } from './client';
import { scanChunks, scans } from './wellTables';
import type { ScanHead } from '../core/format/scan';

export type ScanRow = typeof scans.$inferSelect;

/** Complete scans of a vehicle, newest first. */
export function scansOfVehicle(db: Queryable, vehicleId: number): Promise<ScanRow[]> {
  return db
    .select()
    .from(scans)
    .where(and(eq(scans.vehicleId, vehicleId), eq(scans.complete, true)))
    .orderBy(desc(scans.id));
}

export async function scanById(db: Queryable, id: number): Promise<ScanRow | undefined> {
  const [row] = await db.select().from(scans).where(eq(scans.id, id));
  return row;
}

export async function openScan(
  db: Queryable,
  vehicleId: number,
  document: ScanHead,
  person: string,
): Promise<ScanRow> {
  // What was begun for this vehicle and never finished is given up.
  await db.delete(scans).where(and(eq(scans.vehicleId, vehicleId), eq(scans.complete, false)));
  const [row] = await db.insert(scans).values({ vehicleId, document, person }).returning();
  if (!row) throw new Error('a scan was not stored');
  return row;
}

/** Stores one piece; the same piece sent again replaces the first. */
export async function writeChunk(
  db: Queryable,
  scanId: number,
  number: number,
  points: Buffer,
): Promise<void> {
  await db
    .insert(scanChunks)
    .values({ scanId, number, points })
    .onConflictDoUpdate({ target: [scanChunks.scanId, scanChunks.number], set: { points } });
}

export async function chunkCount(db: Queryable, scanId: number): Promise<number> {
  const [row] = await db.select({ n: count() }).from(scanChunks).where(eq(scanChunks.scanId, scanId));
  return row?.n ?? 0;
}

export async function completeScan(db: Queryable, id: number): Promise<void> {
  await db.update(scans).set({ complete: true }).where(eq(scans.id, id));
}

export async function chunkOf(db: Queryable, scanId: number, number: number): Promise<Buffer | undefined> {
  const [row] = await db
    .select({ points: scanChunks.points })
    .from(scanChunks)
    .where(and(eq(scanChunks.scanId, scanId), eq(scanChunks.number, number)))
    .orderBy(asc(scanChunks.number));
  return row?.points;
}

export async function deleteScan(db: Queryable, id: number): Promise<void> {
  await db.delete(scans).where(eq(scans.id, id));
}
