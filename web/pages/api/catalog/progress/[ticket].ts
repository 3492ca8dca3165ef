import { endpoint, handle } from '../../../../../server/endpoint';
import { progressOf } from '../../../../../server/progress';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'How far a list is that is being taken in; null where nothing is known of it.',
    context: 'none',
    run: (_ctx, { params: { ticket = '' } }) => ({ progress: progressOf(ticket) }),
  }),
});
