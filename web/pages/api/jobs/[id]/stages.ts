import { newStageReader } from '../../../../../server/buildFile';
import { endpoint, handle } from '../../../../../server/endpoint';
import { addStageToJob } from '../../../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'One more stage: `{ stageId }` copies another; any other body is a build file whose package is taken.',
    ids: ['id'],
    body: newStageReader,
    status: 201,
    run: (ctx, { id, body }) => addStageToJob(ctx, id, body),
  }),
});
