import { endpoint, handle } from '../../../../../server/endpoint';
import { tryWebhook } from '../../../../../server/webhooks/lines';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Calls a webhook now, for nothing but to see whether it is there.',
    right: 'people',
    ids: ['id'],
    run: (ctx, { id }) => tryWebhook(ctx, id),
  }),
});
