import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { photoOf } from '../../../../server/photos';

/** A picture as JPEG; `?small` is at most 320 px wide. A picture never changes under its id. */
export const GET: APIRoute = async ({ params, url }) => {
  const bytes = await photoOf(database(), params['id'] ?? '', url.searchParams.has('small'));
  return bytes
    ? new Response(new Uint8Array(bytes), {
        headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
      })
    : new Response(null, { status: 404 });
};
