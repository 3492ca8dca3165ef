import { and, eq, inArray, or, sql } from 'drizzle-orm';
import { ERASED, withoutName, withoutWords } from '../core/people/erase';
import type { Queryable } from './client';
import { forgetLearned } from './keptLearned';
import {
  changes,
  customerLinks,
  customers,
  jobWork,
  jobs,
  logEntries,
  photoRounds,
  photos,
  quotes,
  roundPictures,
  scans,
  stages,
  vehicles,
} from './tables';

/** What is called by what it is, where nobody is to know whose it was. */
const labelOf = ({ platform, kind }: Pick<typeof vehicles.$inferSelect, 'platform' | 'kind'>): string =>
  `${platform || kind}, ${ERASED}`;

/**
 * Takes a customer out, with everything that says who they were: names, words, quotes, links, pictures, scans and the history of
 * their vehicles' documents. What the shop learned on them stays, as figures of nobody's vehicle. In one transaction of the caller's.
 */
export async function eraseCustomer(db: Queryable, id: number): Promise<{ jobs: string[] }> {
  const own = await db.select().from(vehicles).where(eq(vehicles.customerId, id));
  const ids = own.map((vehicle) => vehicle.id);
  const work =
    ids.length === 0
      ? []
      : await db.select({ id: jobs.id, number: jobs.number }).from(jobs).where(inArray(jobs.vehicleId, ids));
  const jobIds = work.map((job) => job.id);
  for (const vehicle of own) {
    const label = labelOf(vehicle);
    await db
      .update(vehicles)
      .set({
        customerId: null,
        label,
        document: withoutName(vehicle.document, label),
        version: vehicle.version + 1,
      })
      .where(eq(vehicles.id, vehicle.id));
  }
  if (ids.length > 0) {
    const rounds = db
      .select({ id: photoRounds.id })
      .from(photoRounds)
      .where(inArray(photoRounds.vehicleId, ids));
    await db.delete(roundPictures).where(inArray(roundPictures.roundId, rounds));
    await db.delete(scans).where(inArray(scans.vehicleId, ids));
  }
  if (jobIds.length > 0) await eraseJobs(db, jobIds, ids);
  else if (ids.length > 0)
    await db.delete(changes).where(and(eq(changes.subject, 'vehicle'), inArray(changes.subjectId, ids)));
  await db.delete(customers).where(eq(customers.id, id));
  await forgetLearned(db);
  return { jobs: work.map(({ number }) => number) };
}

async function eraseJobs(db: Queryable, jobIds: number[], vehicleIds: number[]): Promise<void> {
  const built = await db.select().from(stages).where(inArray(stages.jobId, jobIds));
  for (const { id, position, label, tireCode, document, version } of built)
    await db
      .update(stages)
      .set({
        // As delivered is called so in every job; what people called the others is in their words.
        label: position === 0 ? label : tireCode,
        document: { package: document.package, use: document.use },
        version: version + 1,
      })
      .where(eq(stages.id, id));
  const subjects = or(
    and(eq(changes.subject, 'vehicle'), inArray(changes.subjectId, vehicleIds)),
    and(eq(changes.subject, 'job'), inArray(changes.subjectId, jobIds)),
    and(
      eq(changes.subject, 'stage'),
      inArray(
        changes.subjectId,
        built.map(({ id }) => id),
      ),
    ),
  );
  await db.delete(changes).where(subjects);
  await db.delete(customerLinks).where(inArray(customerLinks.jobId, jobIds));
  await db.delete(quotes).where(inArray(quotes.jobId, jobIds));
  await db.delete(jobWork).where(inArray(jobWork.jobId, jobIds));
  await db.delete(photos).where(inArray(photos.jobId, jobIds));
  await db
    .update(jobs)
    .set({ title: ERASED, waitsFor: '', version: sql`${jobs.version} + 1` })
    .where(inArray(jobs.id, jobIds));
  const log = await db.select().from(logEntries).where(inArray(logEntries.jobId, jobIds));
  for (const { id, document } of log) {
    const kept = withoutWords(document);
    if (kept) await db.update(logEntries).set({ document: kept }).where(eq(logEntries.id, id));
    else await db.delete(logEntries).where(eq(logEntries.id, id));
  }
}
