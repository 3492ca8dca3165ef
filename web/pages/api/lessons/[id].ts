import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { bodyOf, respond } from '../../../../server/http';
import { noteTry } from '../../../../server/lessons';
import { personOf } from '../../../../server/currentUser';

/** Notes one try of a lesson for whoever stands at the bench. */
export const POST: APIRoute = async ({ params, request, cookies }) => {
  const body = await bodyOf(request);
  const db = database();
  return respond(
    body.ok ? await noteTry(db, await personOf(db, cookies), params['id'] ?? '', body.value) : body,
  );
};
