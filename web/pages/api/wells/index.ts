import { endpoint, handle } from '../../../../server/endpoint';
import { takeWell, wellQuery, wellReader } from '../../../../server/wells';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'Takes the well of another shop: `into` the pool of its body, or as a new vehicle with a job of its own.',
    query: wellQuery,
    body: wellReader,
    status: 201,
    run: (ctx, { body, query }) => takeWell(ctx, body, query.into),
  }),
});
