import { ownSessions } from '../../../../server/accounts/sessions';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({ does: 'One’s own sessions: where, by what, since when.', right: 'self', run: ownSessions }),
});
