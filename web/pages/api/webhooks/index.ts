import { webhookBody } from '../../../../core/people/webhook';
import { endpoint, handle } from '../../../../server/endpoint';
import { listWebhooks, makeWebhook } from '../../../../server/webhooks/lines';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'The webhooks of the shop, and the last calls that were made: for what, and what came of each.',
    right: 'people',
    run: listWebhooks,
  }),
  POST: handle({
    does: 'Has an address called, by POST, when something happens; answers the key that calls are signed with, once. It is called at once, to try. Signed as standardwebhooks says: HMAC-SHA256 of `id.timestamp.body` in the head `webhook-signature`.',
    right: 'people',
    body: webhookBody,
    status: 201,
    run: (ctx, { body }) => makeWebhook(ctx, body),
  }),
});
