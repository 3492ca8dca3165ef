import { endPasskey } from '../../../../server/accounts/passkeys';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    does: 'Ends a passkey of one’s own.',
    right: 'self',
    ids: ['id'],
    run: (ctx, { id }) => endPasskey(ctx, id),
  }),
});
