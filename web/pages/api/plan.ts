import { endpoint, handle } from '../../../server/endpoint';
import { plannedJobs } from '../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The work of every job that is not done: what the plan of the week is made of.',
    run: ({ db }) => plannedJobs(db),
  }),
});
