import { buildReader } from '../../../server/buildFile';
import { endpoint, handle } from '../../../server/endpoint';
import { importBuild } from '../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'plan',
    does: 'A build file as a new vehicle and job.',
    body: buildReader,
    status: 201,
    run: (ctx, { body }) => importBuild(ctx, body.file),
  }),
});
