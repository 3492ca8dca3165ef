import type { APIRoute } from 'astro';
import { database } from '../../../../../../server/database';
import { historyOf, stepRequest } from '../../../../../../server/documents';
import { bodyOf, respond } from '../../../../../../server/http';
import { personOf } from '../../../../../../server/currentUser';

/** `history`: every change, newest first. */
export const GET: APIRoute = async ({ params }) =>
  respond(await historyOf(database(), params['subject'], Number(params['id']), params['step']));

/** `undo` and `redo`: steps the document, made on a version as a save is. */
export const POST: APIRoute = async ({ params, request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  const person = await personOf(db, cookies);
  const { subject, id, step } = params;
  return respond(await stepRequest(db, subject, Number(id), step, body.value, person));
};
