import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { missing } from '../../../../../server/errors';
import { answer, respond } from '../../../../../server/http';
import { jobVersions } from '../../../../../server/jobs';

/** The versions of a job's documents, for a page that looks whether someone else changed them. */
export const GET: APIRoute = async ({ params }) => {
  const versions = await jobVersions(database(), Number(params['id']));
  return versions ? answer(versions) : respond(missing('job'));
};
