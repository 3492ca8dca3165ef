import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { missing } from '../../../../server/errors';
import { answer, bodyOf, respond } from '../../../../server/http';
import { sheetData } from '../../../../server/jobs';
import { updateJob } from '../../../../server/updateJob';

export const GET: APIRoute = async ({ params }) => {
  const data = await sheetData(database(), Number(params['id']));
  return data ? answer(data) : respond(missing('job'));
};

/** Changes what a job waits for, its title or where it stands. */
export const PATCH: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await updateJob(database(), Number(params['id']), body.value) : body);
};
