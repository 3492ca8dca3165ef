import type { APIRoute } from 'astro';
import { jobById } from '../../../../../data/jobs';
import { database } from '../../../../../server/database';
import { missing } from '../../../../../server/errors';
import { answer, respond } from '../../../../../server/http';
import { partsFor } from '../../../../../server/offers';

/** Axle parts and gears of the catalog that this job's vehicle could take. */
export const GET: APIRoute = async ({ params }) => {
  const db = database();
  const job = await jobById(db, Number(params['id']));
  return job ? answer(await partsFor(db, job.platform)) : respond(missing('job'));
};
