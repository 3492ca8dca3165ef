import type { APIRoute } from 'astro';
import { database } from '../../../../../../server/database';
import { respond } from '../../../../../../server/http';
import { personOf } from '../../../../../../server/currentUser';
import { keepPhoto } from '../../../../../../server/photos';
import { MOST_PHOTO_BYTES } from '../../../../../../core/format/log';

/** Keeps a picture under the id it was made with; the body is its bytes. */
export const PUT: APIRoute = async ({ params, request, cookies }) => {
  // One byte more than is taken is enough to know that it is too many.
  const bytes = Buffer.from(await request.arrayBuffer()).subarray(0, MOST_PHOTO_BYTES + 1);
  return respond(
    await keepPhoto(
      database(),
      Number(params['id']),
      params['photo'] ?? '',
      bytes,
      await personOf(database(), cookies),
    ),
  );
};
