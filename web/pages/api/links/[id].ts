import { endCustomerLink } from '../../../../server/customer';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    does: 'Takes a customer’s link back: it opens nothing from now on.',
    right: 'plan',
    ids: ['id'],
    run: (ctx, { id }) => endCustomerLink(ctx, id),
  }),
});
