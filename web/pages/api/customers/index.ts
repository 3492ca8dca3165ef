import { customersPage, customersQuery } from '../../../../server/customers';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Customers with what their vehicles are called, 100 at once by name: with `find`, those of whom every word is found; `count` says how many there are in all.',
    query: customersQuery,
    run: (ctx, { query }) => customersPage(ctx, query),
  }),
});
