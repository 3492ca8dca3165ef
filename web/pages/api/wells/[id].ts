import { endpoint, handle } from '../../../../server/endpoint';
import { removeWell } from '../../../../server/wells';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    right: 'plan',
    does: 'Takes the well of another shop out of the pool of its body.',
    ids: ['id'],
    run: (ctx, { id }) => removeWell(ctx, id),
  }),
});
