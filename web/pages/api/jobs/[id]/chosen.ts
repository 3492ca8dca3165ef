import { candidatesOfJob, candidatesQuery } from '../../../../../server/chosen';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'What of the catalog a package with this tire and wheel (by their names there) could be made of.',
    ids: ['id'],
    query: candidatesQuery,
    run: ({ db }, { id, query }) => candidatesOfJob(db, id, query),
  }),
});
