import { endpoint, handle } from '../../../server/endpoint';
import { changesAsEvents } from '../../../server/told';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Says, as server-sent events, that something of any job of the shop was changed, by whomever and through whichever server.',
    run: ({ shopId }, { signal }) => changesAsEvents(shopId, null, signal),
  }),
});
