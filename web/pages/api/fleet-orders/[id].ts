import { endpoint, handle } from '../../../../server/endpoint';
import { takeBackOrder } from '../../../../server/fleetOrder';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    right: 'plan',
    does: 'Takes an order for many back in one step; where somebody went on with it since, that vehicle is left as it is and said.',
    ids: ['id'],
    run: (ctx, { id }) => takeBackOrder(ctx, id),
  }),
});
