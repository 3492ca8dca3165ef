import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { saveRequest } from '../../../../../server/documents';
import { bodyOf, respond } from '../../../../../server/http';
import { personOf } from '../../../../../server/currentUser';

/** Stores a document made on a version: 409 with what changed since where it is no longer that one. */
export const PUT: APIRoute = async ({ params, request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  const person = await personOf(db, cookies);
  return respond(await saveRequest(db, params['subject'], Number(params['id']), body.value, person));
};
