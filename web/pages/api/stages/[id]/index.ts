import { endpoint, handle } from '../../../../../server/endpoint';
import { removeStage } from '../../../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    right: 'plan',
    does: 'Removes a stage; as delivered stays, and so does one that is in work.',
    ids: ['id'],
    run: ({ db }, { id }) => removeStage(db, id),
  }),
});
