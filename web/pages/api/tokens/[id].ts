import { endToken } from '../../../../server/accounts/tokens';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    does: 'Lets a program in no more.',
    right: 'people',
    ids: ['id'],
    run: (ctx, { id }) => endToken(ctx, id),
  }),
});
