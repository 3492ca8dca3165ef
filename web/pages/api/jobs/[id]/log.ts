import type { APIRoute } from 'astro';
import { logOfJob } from '../../../../../data/log';
import { database } from '../../../../../server/database';
import { answer, bodyOf, respond } from '../../../../../server/http';
import { writeLog } from '../../../../../server/log';

export const GET: APIRoute = async ({ params }) => answer(await logOfJob(database(), Number(params['id'])));

/** Adds entries; one that was sent before stands once. */
export const POST: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await writeLog(database(), Number(params['id']), body.value) : body);
};
