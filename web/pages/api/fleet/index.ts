import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { startFleetSearch } from '../../../../server/fleet';
import { bodyOf, respond } from '../../../../server/http';
import { personOf } from '../../../../server/currentUser';
import { queue } from '../../../../server/queue';

/** Tries the package of a stage on every vehicle of the shop. */
export const POST: APIRoute = async ({ request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  return respond(await startFleetSearch(db, await queue(), body.value, await personOf(db, cookies)), 201);
};
