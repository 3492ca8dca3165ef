import { customerFleet } from '../../../../../server/customers';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A customer with all of their vehicles: what each has on, what is due on it, its jobs, and what was accepted by year.',
    ids: ['id'],
    run: (ctx, { id }) => customerFleet(ctx, id),
  }),
});
