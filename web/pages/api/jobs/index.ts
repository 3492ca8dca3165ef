import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { bodyOf, respond } from '../../../../server/http';
import { createJob } from '../../../../server/createJob';
import { personOf } from '../../../../server/currentUser';

/** A new vehicle to be measured, with its job. */
export const POST: APIRoute = async ({ request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  const person = await personOf(db, cookies);
  return respond(await createJob(db, body.value, person), 201);
};
