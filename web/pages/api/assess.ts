import { told } from '../../../core/wording';
import { assess } from '../../../core/assess';
import { buildReader } from '../../../server/buildFile';
import { endpoint, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Judges a build file, as `./vexlo assess` does.',
    body: buildReader,
    run: (_ctx, { body }) => told(assess(body.build)),
  }),
});
