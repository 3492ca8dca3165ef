import { endpoint, handle } from '../../../../server/endpoint';
import { fleetBody, startFleetSearch } from '../../../../server/fleet';
import { queue } from '../../../../server/queue/boss';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'Tries the package of a stage on every vehicle of the shop.',
    body: fleetBody,
    status: 201,
    run: async (ctx, { body }) => startFleetSearch(ctx, await queue(), body),
  }),
});
