import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { answer, bodyOf, respond } from '../../../../../server/http';
import { personOf } from '../../../../../server/currentUser';
import { beginScan, listScans } from '../../../../../server/scans';

export const GET: APIRoute = async ({ params }) => answer(await listScans(database(), Number(params['id'])));

/** Begins to store a scan of this vehicle. */
export const POST: APIRoute = async ({ params, request, cookies }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const db = database();
  const person = await personOf(db, cookies);
  return respond(await beginScan(db, Number(params['id']), body.value, person), 201);
};
