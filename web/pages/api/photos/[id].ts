import { endpoint, handle } from '../../../../server/endpoint';
import { missing } from '../../../../server/errors';
import { jpegAnswer, photoOf, photoQuery } from '../../../../server/photos';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A picture as JPEG; with `small` at most 320 px wide. A picture never changes under its id.',
    query: photoQuery,
    run: async ({ db }, { params, query: { small } }) => {
      const bytes = await photoOf(db, params['id'] ?? '', small !== undefined);
      return bytes ? jpegAnswer(bytes) : missing('photo');
    },
  }),
});
