import { createJob, newJobBody } from '../../../../server/createJob';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'A new vehicle to be measured, with its job: from a few figures, or from a body that was measured before.',
    body: newJobBody,
    status: 201,
    run: (ctx, { body }) => createJob(ctx, body),
  }),
});
