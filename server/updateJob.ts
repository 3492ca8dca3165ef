import type { z } from 'zod';
import { jobById } from '../data/jobs';
import { documents } from './documents';
import { missing, type Outcome } from './errors';
import { headOf, type JobHead, type jobHeadBody } from './jobHead';
import type { Actor, Versioned } from './versioned';

/**
 * Changes a job's title, what it waits for, which body its vehicle is or where it stands, in one piece that can be taken back;
 * it is not done while something holds its release.
 */
export async function updateJob(
  actor: Actor,
  id: number,
  { version, ...change }: z.output<typeof jobHeadBody>,
): Promise<Outcome<Versioned[]>> {
  const job = await jobById(actor.db, id);
  if (!job) return missing('job');
  const byHand = change.status !== undefined && change.placedBy === undefined;
  const document: JobHead = { ...headOf(job), ...change, ...(byHand ? { placedBy: 'hand' } : {}) };
  return documents.save(actor, [
    {
      subject: 'job',
      id,
      version: version ?? job.version,
      document: { ...document, platform: document.platform.trim() },
    },
  ]);
}
