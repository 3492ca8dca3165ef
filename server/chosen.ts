import { z } from 'zod';
import { chosenParts, type Chosen, type Listed, type Origin } from '../core/catalog/chosen';
import { itemName } from '../core/catalog/items';
import type { Build } from '../core/format/build';
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

/** What of the catalog a package with this tire and wheel could be made of: those two by their names there, everything else that is listed. */
async function candidatesFor(db: Queryable, tire: string, wheel: string): Promise<Listed[]> {
  const rows = await candidateItems(db, { tire, wheel });
  return rows.map((row) => ({ id: row.id, ...itemOf(row) }));
}

/** The things of the catalog that a build has. */
export async function chosenOf(db: Queryable, build: Build, origin: Origin): Promise<Chosen> {
  const { tire, wheel } = build.package;
  return chosenParts(build, origin, await candidatesFor(db, tire.code, itemName('wheel', wheel)));
}

/** The candidates for a job, with the body that its vehicle is. */
export async function candidatesOfJob(
  db: Queryable,
  jobId: number,
  { tire, wheel }: z.output<typeof candidatesQuery>,
): Promise<Outcome<Candidates>> {
  const job = await jobById(db, jobId);
  if (!job) return missing('job');
  return done({ platform: job.platform, items: await candidatesFor(db, tire, wheel) });
}
