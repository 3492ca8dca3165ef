import { endpoint, handle } from '../../../../../server/endpoint';
import { endWebhook } from '../../../../../server/webhooks/lines';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    does: 'Has an address called no more.',
    right: 'people',
    ids: ['id'],
    run: (ctx, { id }) => endWebhook(ctx, id),
  }),
});
