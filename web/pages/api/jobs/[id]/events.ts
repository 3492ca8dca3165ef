import { endpoint, handle } from '../../../../../server/endpoint';
import { changesAsEvents } from '../../../../../server/told';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Says, as server-sent events, that something of a job was changed, by whomever and through whichever server.',
    ids: ['id'],
    context: 'none',
    run: (_context, { id, signal }) => Promise.resolve(changesAsEvents(id, signal)),
  }),
});
