import { endpoint, handle } from '../../../../server/endpoint';
import { pickable } from '../../../../server/offers';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Tires and wheels to pick from, small to large.',
    run: ({ db }) => pickable(db),
  }),
});
