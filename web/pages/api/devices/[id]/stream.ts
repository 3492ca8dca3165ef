import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { deviceEvents } from '../../../../../server/devices/devices';
import { respond } from '../../../../../server/http';

export const GET: APIRoute = async ({ params, request, url }) => {
  const stream = await deviceEvents(
    database(),
    params.id,
    Number(url.searchParams.get('stage')),
    request.signal,
  );
  if (!stream.ok) return respond(stream);
  return new Response(stream.value, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
};
