import { endpoint, handle } from '../../../../../server/endpoint';
import { offersForJob } from '../../../../../server/offers';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Everything of the catalog that a search on this job’s vehicle may choose from.',
    ids: ['id'],
    run: ({ db }, { id }) => offersForJob(db, id),
  }),
});
