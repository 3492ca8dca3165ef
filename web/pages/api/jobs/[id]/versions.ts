import { endpoint, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';
import { jobVersions } from '../../../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The versions of a job’s documents, for a page that looks whether someone else changed them.',
    ids: ['id'],
    run: async ({ db }, { id }) => (await jobVersions(db, id)) ?? missing('job'),
  }),
});
