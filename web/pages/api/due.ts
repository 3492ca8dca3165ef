import { duePage, dueQuery } from '../../../server/due';
import { endpoint, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Vehicles that were handed over with what is due on each, the soonest first, 60 at once; with `over`, what is overdue alone. `count` says how many there are in all.',
    query: dueQuery,
    run: (ctx, { query }) => duePage(ctx, query),
  }),
});
