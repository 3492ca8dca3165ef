import { fleetOrderBody } from '../../../../../server/fitsAll';
import { endpoint, handle } from '../../../../../server/endpoint';
import { fleetOrders, orderForFleet } from '../../../../../server/fleetOrder';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The last orders for many vehicles of a customer that were not taken back.',
    ids: ['id'],
    run: (ctx, { id }) => fleetOrders(ctx, id),
  }),
  POST: handle({
    right: 'plan',
    does: 'One order for many: a tire that all vehicles of a customer take becomes a stage of each that is named, taken into work, its parts wanted. All of them or none.',
    ids: ['id'],
    body: fleetOrderBody,
    status: 201,
    run: (ctx, { id, body }) => orderForFleet(ctx, id, body),
  }),
});
