import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { bodyOf, respond } from '../../../../server/http';
import { changePreferences } from '../../../../server/currentUser';

export const PATCH: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await changePreferences(database(), Number(params['id']), body.value) : body);
};
