import { createJob, newJobBody } from '../../../../server/createJob';
import { endpoint, handle } from '../../../../server/endpoint';
import { jobsPage, jobsQuery } from '../../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Jobs with their stages and grades, 50 at once: with `find`, those that have every word of it; `count` says how many there are in all.',
    query: jobsQuery,
    run: ({ db }, { query }) => jobsPage(db, query),
  }),
  POST: handle({
    right: 'plan',
    does: 'A new vehicle to be measured, with its job: from a few figures, or from a body that was measured before.',
    body: newJobBody,
    status: 201,
    run: (ctx, { body }) => createJob(ctx, body),
  }),
});
