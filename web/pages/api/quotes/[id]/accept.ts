import { endpoint, handle } from '../../../../../server/endpoint';
import { acceptBody, acceptQuote } from '../../../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'Freezes a quote with the option that the customer took; `by` is who of the customer’s took it.',
    ids: ['id'],
    body: acceptBody,
    run: (ctx, { id, body }) => acceptQuote(ctx, id, body),
  }),
});
