import { z } from 'zod';
import type { Build } from '../core/format/build';
import { expectationOf, type Expectation } from '../core/calibration/expectation';
import { isPhotographed } from '../core/measure/heldAgainst';
import { transaction, type Queryable } from '../data/client';
import { stageById, vehicleById, type StageRow } from '../data/documents';
import { jobById } from '../data/jobs';
import { addToLog, knownEntries, logOfJob } from '../data/log';
import { followPlace } from './place';
import { buildFileOf } from './stageFile';
import { done, faulty, missing, type Outcome } from './errors';
import type { Actor } from './versioned';
import { tell } from './webhooks/tell';
import { logEntrySchema, type LogEntry } from '../core/format/log';
import { readBuild } from '../core/format/read';

export const logBody = z
  .array(logEntrySchema, { error: 'is not a list of entries' })
  .max(500, { error: 'are more than 500 at once; send them in parts' });

/** What each stage predicts as it stands now, for the readings that speak of it. */
function predictor(db: Queryable, jobId: number, vehicleId: number) {
  const known = new Map<number, { stage: StageRow; build: Build } | null>();
  const load = async (id: number): Promise<{ stage: StageRow; build: Build } | null> => {
    const stage = await stageById(db, id);
    const vehicle = await vehicleById(db, vehicleId);
    if (stage?.jobId !== jobId || !vehicle) return null;
    const read = readBuild(buildFileOf(vehicle.document, stage.document));
    return read.ok ? { stage, build: read.value } : null;
  };
  return async (entry: LogEntry): Promise<Expectation | null> => {
    if ((entry.kind !== 'test-fit' && entry.kind !== 'corrected') || entry.stageId === undefined) return null;
    if (!known.has(entry.stageId)) known.set(entry.stageId, await load(entry.stageId));
    const found = known.get(entry.stageId);
    const expected = found ? expectationOf(found.build, entry.reading) : null;
    if (!found || !expected) return null;
    const { axle, obstacle } = entry.reading;
    const photographed = isPhotographed(
      found.build.vehicle.readings,
      `corners.${axle}.obstacles.${obstacle}`,
    );
    return {
      ...expected,
      grade: found.stage.grade,
      ...(photographed ? { by: 'photographs' as const } : {}),
    };
  };
}

/**
 * Adds entries to the log of a job, each once however often it is sent, and answers with the whole log. A test reading is
 * kept with what its stage predicted when it came in, so that what is learned from it later does not flatter what was said.
 */
export async function writeLog(
  { db, person, now }: Pick<Actor, 'db' | 'person' | 'now'>,
  jobId: number,
  entries: z.output<typeof logBody>,
): Promise<Outcome<LogEntry[]>> {
  const spokenOf = entries.map((entry) => ('of' in entry ? entry.of : undefined));
  const ids = [...entries.map(({ id }) => id), ...spokenOf].filter((id) => id !== undefined);
  const [job, known] = await Promise.all([jobById(db, jobId), knownEntries(db, ids)]);
  if (!job) return missing('job');
  const elsewhere = entries.flatMap(({ id }, i) =>
    known.has(id) && known.get(id) !== jobId
      ? [{ path: `${i}.id`, message: 'is in the log of another job already; nothing was written' }]
      : [],
  );
  if (elsewhere.length > 0) return faulty(elsewhere);
  const sentNow = new Set(entries.map(({ id }) => id));
  const ofNothing = spokenOf.flatMap((of, i) =>
    of !== undefined && known.get(of) !== jobId && !sentNow.has(of)
      ? [{ path: `${i}.of`, message: 'is no entry of this job; give the id of one that is' }]
      : [],
  );
  if (ofNothing.length > 0) return faulty(ofNothing);
  const predicted = predictor(db, jobId, job.vehicleId);
  const added: { entry: LogEntry; predicted: Expectation | null }[] = [];
  // Whoever sends it wrote it: the name that an entry came with is not asked.
  for (const sent of entries) {
    const entry = { ...sent, by: person.name };
    if (!known.has(entry.id)) added.push({ entry, predicted: await predicted(entry) });
  }
  const handedOver = added.filter(({ entry }) => entry.kind === 'handed-over');
  // One statement is a transaction of its own.
  if (handedOver.length === 0) await addToLog(db, jobId, added);
  else
    await transaction(db, async (tx) => {
      await addToLog(tx, jobId, added);
      await followPlace(tx, jobId);
      await tell(
        tx,
        now,
        'job.released',
        handedOver.map(({ entry }) => ({
          about: `${jobId} ${entry.id}`,
          data: { job: { id: jobId, number: job.number }, at: entry.at },
        })),
      );
    });
  return done(await logOfJob(db, jobId));
}
