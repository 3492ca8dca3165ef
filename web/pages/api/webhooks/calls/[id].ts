import { endpoint, handle } from '../../../../../server/endpoint';
import { callAgain } from '../../../../../server/webhooks/lines';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Makes a call again that was given up.',
    right: 'people',
    ids: ['id'],
    run: (ctx, { id }) => callAgain(ctx, id),
  }),
});
