import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { answer, bodyOf, respond } from '../../../../../server/http';
import { personOf } from '../../../../../server/currentUser';
import { listQuotes, makeQuote } from '../../../../../server/work';

export const GET: APIRoute = async ({ params }) => answer(await listQuotes(database(), Number(params['id'])));

/** One more quote of a job. */
export const POST: APIRoute = async ({ params, request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  const person = await personOf(db, cookies);
  return respond(await makeQuote(db, Number(params['id']), body.value, person), 201);
};
