import { z } from 'zod';
import type { Listed } from '../core/catalog/chosen';
import { itemName } from '../core/catalog/items';
import type { Wheel } from '../core/format/build';
import { candidateItems } from '../data/catalog';
import type { Queryable } from '../data/client';
import { jobById } from '../data/jobs';
import { itemOf } from './catalog';
import { done, missing, type Outcome } from './errors';

export const candidatesQuery = z.strictObject({
  tire: z.string().max(60).default(''),
  wheel: z.string().max(120).default(''),
});
export type Candidates = { platform: string; items: Listed[] };

/** What of the catalog a package with this tire and wheel could be made of: those two by name, everything else that is listed. */
export async function candidatesFor(
  db: Queryable,
  tireCode: string,
  wheel: Wheel | string,
): Promise<Listed[]> {
  const rows = await candidateItems(db, {
    tire: tireCode,
    wheel: typeof wheel === 'string' ? wheel : itemName('wheel', wheel),
  });
  return rows.map((row) => ({ id: row.id, ...itemOf(row) }));
}

/** The same for a job, with the body that its vehicle is. */
export async function candidatesOfJob(
  db: Queryable,
  jobId: number,
  { tire, wheel }: z.output<typeof candidatesQuery>,
): Promise<Outcome<Candidates>> {
  const job = await jobById(db, jobId);
  if (!job) return missing('job');
  return done({ platform: job.platform, items: await candidatesFor(db, tire, wheel) });
}
