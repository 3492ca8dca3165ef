import { jobById } from '../../../../../data/jobs';
import { endpoint, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';
import { partsFor } from '../../../../../server/offers';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Axle parts and gears of the catalog that this job’s vehicle could take.',
    ids: ['id'],
    run: async ({ db }, { id }) => {
      const job = await jobById(db, id);
      return job ? partsFor(db, job.platform) : missing('job');
    },
  }),
});
