import { exportCustomer } from '../../../../../server/customers';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Everything that is kept of a customer, as JSON: vehicles, jobs, history, quotes, log, pictures and scans.',
    right: 'people',
    ids: ['id'],
    run: (ctx, { id }) => exportCustomer(ctx, id),
  }),
});
