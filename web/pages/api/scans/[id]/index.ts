import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { respond } from '../../../../../server/http';
import { removeScan, streamScan } from '../../../../../server/scans';

/** The points of a scan, streamed. */
export const GET: APIRoute = async ({ params }) => {
  const stream = await streamScan(database(), Number(params['id']));
  return stream.ok
    ? new Response(stream.value, { headers: { 'content-type': 'application/octet-stream' } })
    : respond(stream);
};

export const DELETE: APIRoute = async ({ params }) =>
  respond(await removeScan(database(), Number(params['id'])));
