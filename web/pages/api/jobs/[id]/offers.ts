import type { APIRoute } from 'astro';
import { jobById } from '../../../../../data/jobs';
import { vehicleById } from '../../../../../data/documents';
import { database } from '../../../../../server/database';
import { missing } from '../../../../../server/errors';
import { answer, respond } from '../../../../../server/http';
import { offersFor } from '../../../../../server/offers';

/** Everything of the catalog that a search on this job's vehicle may choose from. */
export const GET: APIRoute = async ({ params }) => {
  const db = database();
  const job = await jobById(db, Number(params['id']));
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!job || !vehicle) return respond(missing('job'));
  const { studs, pcdMm } = vehicle.document.hub;
  return answer(await offersFor(db, { platform: job.platform, studs, pcdMm }));
};
