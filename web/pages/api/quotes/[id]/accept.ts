import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { bodyOf, respond } from '../../../../../server/http';
import { acceptQuote } from '../../../../../server/work';

/** Freezes a quote with the option that the customer took. */
export const POST: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await acceptQuote(database(), Number(params['id']), body.value) : body);
};
