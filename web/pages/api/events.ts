import { endpoint, handle } from '../../../server/endpoint';
import { changesAsEvents } from '../../../server/told';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Says, as server-sent events, that something of any job was changed, by whomever and through whichever server.',
    context: 'none',
    run: (_context, { signal }) => Promise.resolve(changesAsEvents(null, signal)),
  }),
});
