import { and, asc, eq } from 'drizzle-orm';
import type { Queryable } from './client';
import type { CustomerRow } from './customers';
import {
  changes,
  customerLinks,
  fleetOrders,
  jobWork,
  jobs,
  logEntries,
  photoRounds,
  photos,
  quotes,
  roundPictures,
  scanChunks,
  scans,
  stages,
  vehicles,
} from './tables';

/** Something that is kept, and what it is called. */
type Kept = readonly [kind: string, row: object];

/**
 * Everything that is kept of a customer, in order and piece by piece: pictures and scans are read one after the other, so that
 * however much it is, little of it is held at once.
 */
export async function* everythingOf(db: Queryable, { id, name, note }: CustomerRow): AsyncGenerator<Kept> {
  yield ['customer', { name, note }];
  for (const { secretHash: _secret, ...link } of await db
    .select()
    .from(customerLinks)
    .where(eq(customerLinks.customerId, id)))
    yield ['link', link];
  const own = await db.select().from(vehicles).where(eq(vehicles.customerId, id)).orderBy(asc(vehicles.id));
  for (const vehicle of own) {
    yield ['vehicle', vehicle];
    yield* historyOf(db, 'vehicle', vehicle.id);
    for (const scan of await db.select().from(scans).where(eq(scans.vehicleId, vehicle.id))) {
      yield ['scan', scan];
      const pieces = await db
        .select({ number: scanChunks.number })
        .from(scanChunks)
        .where(eq(scanChunks.scanId, scan.id))
        .orderBy(asc(scanChunks.number));
      for (const { number } of pieces)
        yield* only(
          'scan piece',
          await db
            .select()
            .from(scanChunks)
            .where(and(eq(scanChunks.scanId, scan.id), eq(scanChunks.number, number))),
        );
    }
    for (const round of await db.select().from(photoRounds).where(eq(photoRounds.vehicleId, vehicle.id))) {
      yield ['photo round', round];
      const held = await db
        .select({ id: roundPictures.id })
        .from(roundPictures)
        .where(eq(roundPictures.roundId, round.id));
      for (const picture of held)
        yield* only(
          'picture of a round',
          await db
            .select({ roundId: roundPictures.roundId, id: roundPictures.id, jpeg: roundPictures.jpeg })
            .from(roundPictures)
            .where(and(eq(roundPictures.roundId, round.id), eq(roundPictures.id, picture.id))),
        );
    }
    const work = await db.select().from(jobs).where(eq(jobs.vehicleId, vehicle.id)).orderBy(asc(jobs.id));
    for (const job of work) yield* everythingOfJob(db, job);
  }
  yield* only(
    'order for many',
    await db.select().from(fleetOrders).where(eq(fleetOrders.customerId, id)).orderBy(asc(fleetOrders.id)),
  );
}

function* only(kind: string, rows: readonly object[]): Generator<Kept> {
  for (const row of rows) yield [kind, row];
}

async function* historyOf(
  db: Queryable,
  subject: 'vehicle' | 'stage' | 'job',
  id: number,
): AsyncGenerator<Kept> {
  yield* only(
    'change',
    await db
      .select()
      .from(changes)
      .where(and(eq(changes.subject, subject), eq(changes.subjectId, id)))
      .orderBy(asc(changes.id)),
  );
}

async function* everythingOfJob(db: Queryable, job: typeof jobs.$inferSelect): AsyncGenerator<Kept> {
  yield ['job', job];
  yield* historyOf(db, 'job', job.id);
  for (const stage of await db.select().from(stages).where(eq(stages.jobId, job.id))) {
    yield ['stage', stage];
    yield* historyOf(db, 'stage', stage.id);
  }
  yield* only('work', await db.select().from(jobWork).where(eq(jobWork.jobId, job.id)));
  yield* only('quote', await db.select().from(quotes).where(eq(quotes.jobId, job.id)));
  const log = await db
    .select()
    .from(logEntries)
    .where(eq(logEntries.jobId, job.id))
    .orderBy(asc(logEntries.seq));
  // What stands beside the document stands in it.
  for (const { odometerKm: _km, of: _of, ...entry } of log) yield ['log entry', entry];
  const links = await db.select().from(customerLinks).where(eq(customerLinks.jobId, job.id));
  // What opens a link is nobody's data.
  for (const { secretHash: _hash, ...link } of links) yield ['link', link];
  const taken = await db.select({ id: photos.id }).from(photos).where(eq(photos.jobId, job.id));
  for (const { id } of taken) {
    const { widthPx, heightPx, jpeg, person, storedAt } = photos;
    yield* only(
      'photo',
      await db
        .select({ id: photos.id, widthPx, heightPx, jpeg, person, storedAt })
        .from(photos)
        .where(eq(photos.id, id)),
    );
  }
}
