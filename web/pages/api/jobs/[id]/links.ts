import { customerLinkBody } from '../../../../../core/people/customerLink';
import { listCustomerLinks, makeCustomerLink } from '../../../../../server/customer';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'The links by which the customer of a job reads of it, the newest first; their secrets are nowhere.',
    right: 'see',
    ids: ['id'],
    run: (ctx, { id }) => listCustomerLinks(ctx, id),
  }),
  POST: handle({
    does: 'A link for the customer of a job: what it shows, and for how many days. Its secret is answered once.',
    right: 'plan',
    ids: ['id'],
    body: customerLinkBody,
    status: 201,
    run: (ctx, { id, body }) => makeCustomerLink(ctx, id, body),
  }),
});
