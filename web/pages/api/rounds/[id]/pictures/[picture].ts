import { endpoint, handle } from '../../../../../../server/endpoint';
import { missing } from '../../../../../../server/errors';
import { jpegAnswer, photoQuery, pictureReader } from '../../../../../../server/photos';
import { keepRoundPicture, roundPicture } from '../../../../../../server/rounds';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A picture of a round as JPEG, as the sensor has it; with `small` at most 320 px wide. It never changes under its id.',
    ids: ['id'],
    query: photoQuery,
    run: async ({ db }, { id, params, query: { small } }) => {
      const bytes = await roundPicture(db, id, params['picture'] ?? '', small !== undefined);
      return bytes ? jpegAnswer(bytes) : missing('picture');
    },
  }),
  PUT: handle({
    right: 'bench',
    does: 'Keeps a picture of a round under the id that the round has for it; the body is its bytes.',
    ids: ['id'],
    body: pictureReader,
    run: ({ db }, { id, params, body }) => keepRoundPicture(db, id, params['picture'] ?? '', body),
  }),
});
