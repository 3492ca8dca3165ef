import { progressOf } from '../../../../../data/progress';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'How far a list is that is being taken in; null where nothing is known of it.',
    run: async ({ db }, { params: { ticket = '' } }) => ({ progress: await progressOf(db, ticket) }),
  }),
});
