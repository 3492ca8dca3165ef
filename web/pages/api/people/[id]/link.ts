import { endpoint, handle } from '../../../../../server/endpoint';
import { linkFor } from '../../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'The secret of a link by which somebody sets their password anew, told once; one that was made before opens nothing.',
    right: 'people',
    ids: ['id'],
    status: 201,
    run: (ctx, { id }) => linkFor(ctx, id),
  }),
});
