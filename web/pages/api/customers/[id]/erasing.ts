import { eraseForGood, erasingBody } from '../../../../../server/customers';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Takes a customer out for good, `name` typed as it is written; what was learned on their vehicles stays without a name.',
    right: 'people',
    ids: ['id'],
    body: erasingBody,
    run: (ctx, { id, body }) => eraseForGood(ctx, id, body),
  }),
});
