import { endpoint, handle } from '../../../../server/endpoint';
import { missing } from '../../../../server/errors';
import { fleetProgress } from '../../../../server/fleet';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'How far a search over the fleet is, and what came of it so far.',
    ids: ['id'],
    run: async ({ db }, { id }) => (await fleetProgress(db, id)) ?? missing('search'),
  }),
});
