import { logOfJob } from '../../../../../data/log';
import { endpoint, handle } from '../../../../../server/endpoint';
import { logBody, writeLog } from '../../../../../server/log';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The log of a job, oldest first.',
    ids: ['id'],
    run: ({ db }, { id }) => logOfJob(db, id),
  }),
  POST: handle({
    right: 'bench',
    does: 'Adds entries, each signed by whoever sends it; one that was sent before stands once.',
    ids: ['id'],
    body: logBody,
    run: (ctx, { id, body }) => writeLog(ctx, id, body),
  }),
});
