import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { answer, bodyOf, respond } from '../../../../../server/http';
import { changeWork, workOn } from '../../../../../server/work';

export const GET: APIRoute = async ({ params }) => answer(await workOn(database(), Number(params['id'])));

/** Replaces the work of a job; 409 with what is stored where it was changed meanwhile. */
export const PUT: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await changeWork(database(), Number(params['id']), body.value) : body);
};
