import { fleetLinkBody } from '../../../../../core/people/customerLink';
import { endpoint, handle } from '../../../../../server/endpoint';
import { listFleetLinks, makeFleetLink } from '../../../../../server/fleetLink';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'The links by which a customer reads of all their vehicles, the newest first; their secrets are nowhere.',
    right: 'see',
    ids: ['id'],
    run: (ctx, { id }) => listFleetLinks(ctx, id),
  }),
  POST: handle({
    does: 'A link by which a customer reads of all their vehicles, for so many days. Its secret is answered once.',
    right: 'plan',
    ids: ['id'],
    body: fleetLinkBody,
    status: 201,
    run: (ctx, { id, body }) => makeFleetLink(ctx, id, body),
  }),
});
