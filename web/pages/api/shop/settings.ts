import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { bodyOf, respond } from '../../../../server/http';
import { changeSettings } from '../../../../server/shop';

export const PUT: APIRoute = async ({ request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await changeSettings(database(), body.value) : body);
};
