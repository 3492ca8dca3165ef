import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { bodyOf, respond } from '../../../../../server/http';
import { changeQuote } from '../../../../../server/work';

/** Changes a quote; 409 where it is frozen or was changed meanwhile. */
export const PUT: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await changeQuote(database(), Number(params['id']), body.value) : body);
};
