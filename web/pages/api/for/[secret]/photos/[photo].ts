import { showsPhoto } from '../../../../../../server/customer';
import { endpoint, handle } from '../../../../../../server/endpoint';
import { missing } from '../../../../../../server/errors';
import { photoOf, photoQuery } from '../../../../../../server/photos';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'A photo that a customer’s link shows, as JPEG; with `small` at most 320 px wide.',
    right: 'anybody',
    query: photoQuery,
    run: async (ctx, { params: { secret = '', photo = '' }, query: { small } }) => {
      const shown = await showsPhoto(ctx, secret, photo);
      if (!shown.ok) return shown;
      const bytes = await photoOf(shown.value.db, photo, small !== undefined);
      // Kept by nobody: a link that was taken back shows nothing more.
      return bytes
        ? new Response(new Uint8Array(bytes), {
            headers: { 'content-type': 'image/jpeg', 'cache-control': 'no-store' },
          })
        : missing('photo');
    },
  }),
});
