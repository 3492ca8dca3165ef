import { endpoint, handle } from '../../../../../server/endpoint';
import { changeWork, workBody, workOn } from '../../../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The work of a job, and the version it is of.',
    ids: ['id'],
    run: ({ db }, { id }) => workOn(db, id),
  }),
  PUT: handle({
    right: 'bench',
    does: 'Replaces the work of a job, new ticks signed by whoever sends them; 409 where it was changed meanwhile.',
    ids: ['id'],
    body: workBody,
    run: (ctx, { id, body }) => changeWork(ctx, id, body),
  }),
});
