import { jobById } from '../../../../../data/jobs';
import { done, missing } from '../../../../../server/errors';
import { endpoint, handle } from '../../../../../server/endpoint';
import { changesAsEvents } from '../../../../../server/told';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Says, as server-sent events, that something of a job was changed, by whomever and through whichever server.',
    ids: ['id'],
    run: async ({ db, shopId }, { id, signal }) =>
      (await jobById(db, id)) ? done(changesAsEvents(shopId, id, signal)) : missing('job'),
  }),
});
