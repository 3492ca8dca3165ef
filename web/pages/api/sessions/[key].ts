import { endSession } from '../../../../server/accounts/sessions';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    does: 'Ends one of one’s own sessions: that device is signed out.',
    right: 'self',
    run: (ctx, { params }) => endSession(ctx, params['key'] ?? ''),
  }),
});
