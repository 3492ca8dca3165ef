import { CHUNK_POINTS, POINT_BYTES } from '../core/scan/parts';
import type { Queryable } from '../data/client';
import { vehicleById } from '../data/documents';
import {
  chunkCount,
  chunkOf,
  completeScan,
  deleteScan,
  openScan,
  scanById,
  scansOfVehicle,
  writeChunk,
} from '../data/scans';
import type { Actor } from './versioned';
import type { Reader } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import type { ScanHead } from '../core/format/scan';

export type ScanLine = ScanHead & { id: number; person: string; at: string };

export async function listScans(db: Queryable, vehicleId: number): Promise<ScanLine[]> {
  const rows = await scansOfVehicle(db, vehicleId);
  return rows.map(({ id, document, person, at }) => ({ id, person, at: at.toISOString(), ...document }));
}

/** Begins to store a scan; its pieces follow, and nobody sees it before the last one is there. */
export async function beginScan(
  { db, person }: Pick<Actor, 'db' | 'person'>,
  vehicleId: number,
  head: ScanHead,
): Promise<Outcome<{ scanId: number }>> {
  if (!(await vehicleById(db, vehicleId))) return missing('vehicle');
  const row = await openScan(db, vehicleId, head, person.name);
  return done({ scanId: row.id });
}

const pieces = (points: number): number => Math.ceil(points / CHUNK_POINTS);
const pointsOfPiece = (points: number, number: number): number =>
  Math.min(CHUNK_POINTS, points - number * CHUNK_POINTS);

/** One piece of a scan that is being stored; the last missing one completes it. */
export async function takePiece(
  db: Queryable,
  scanId: number,
  number: number,
  bytes: Uint8Array,
): Promise<Outcome<{ complete: boolean }>> {
  const scan = await scanById(db, scanId);
  if (!scan || scan.complete) return missing('scan that is being stored');
  const { points } = scan.document;
  if (!Number.isInteger(number) || number < 0 || number >= pieces(points))
    return faulty([
      { path: 'number', message: `${number} is no piece of this scan; it has 0 to ${pieces(points) - 1}` },
    ]);
  const due = pointsOfPiece(points, number) * POINT_BYTES;
  if (bytes.length !== due)
    return faulty([
      { path: 'body', message: `holds ${bytes.length} bytes; this piece has ${due}. Send it again` },
    ]);
  await writeChunk(db, scanId, number, Buffer.from(bytes));
  const complete = (await chunkCount(db, scanId)) === pieces(points);
  if (complete) await completeScan(db, scanId);
  return done({ complete });
}

/** A scan's points as a stream, read from the database piece by piece as they are asked for. */
export async function streamScan(
  db: Queryable,
  scanId: number,
): Promise<Outcome<ReadableStream<Uint8Array>>> {
  const scan = await scanById(db, scanId);
  if (!scan?.complete) return missing('scan');
  const last = pieces(scan.document.points);
  let number = 0;
  return done(
    new ReadableStream<Uint8Array>({
      pull: async (controller) => {
        const bytes = number < last ? await chunkOf(db, scanId, number++) : undefined;
        if (bytes) controller.enqueue(new Uint8Array(bytes));
        else controller.close();
      },
    }),
  );
}

export async function removeScan(db: Queryable, id: number): Promise<Outcome<null>> {
  if (!(await scanById(db, id))) return missing('scan');
  await deleteScan(db, id);
  return done(null);
}

export const pieceReader: Reader<Buffer> = { type: 'bytes', read: (bytes) => done(bytes) };
