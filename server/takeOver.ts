import { z } from 'zod';
import { whole } from '../core/format/fields';
import { logEntrySchema } from '../core/format/log';
import { addToLog } from '../data/log';
import { jobById } from '../data/jobs';
import { stageById } from '../data/documents';
import { documents } from './documents';
import { MOST_ID } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import type { Actor, Versioned } from './versioned';

const version = whole(1, 1e9);
const document = z.looseObject({});

export const takeOverBody = z.strictObject({
  vehicle: z.strictObject({ version, document }),
  stage: z.strictObject({ id: whole(1, MOST_ID), version, document }),
  /** What is written into the log: which corrections were taken. */
  entry: logEntrySchema,
});

/**
 * Takes what readings found over as measured: the vehicle, the stage and the entry in the log, all or none, and the documents
 * taken back in one step.
 */
export async function takeOverReadings(
  actor: Actor,
  jobId: number,
  { vehicle, stage, entry }: z.output<typeof takeOverBody>,
): Promise<Outcome<Versioned[]>> {
  if (entry.kind !== 'reconciled')
    return faulty([{ path: 'entry.kind', message: `"${entry.kind}" takes nothing over; send "reconciled"` }]);
  const [job, row] = await Promise.all([jobById(actor.db, jobId), stageById(actor.db, stage.id)]);
  if (!job) return missing('job');
  if (row?.jobId !== jobId) return missing('stage of this job');
  const signed = { ...entry, by: actor.person.name };
  return documents.save(
    actor,
    [
      { subject: 'vehicle', id: job.vehicleId, ...vehicle },
      { subject: 'stage', ...stage },
    ],
    async (tx, batch) => {
      await addToLog(tx, jobId, [{ entry: signed, predicted: null, batch }]);
      return done(null);
    },
  );
}
