import { endpoint, handle } from '../../../../../../server/endpoint';
import { keepPhoto, pictureReader } from '../../../../../../server/photos';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    right: 'bench',
    does: 'Keeps a picture under the id it was made with; the body is its bytes.',
    ids: ['id'],
    body: pictureReader,
    run: (ctx, { id, params, body }) => keepPhoto(ctx, id, params['photo'] ?? '', body),
  }),
});
