import { endpoint, handle } from '../../../../../server/endpoint';
import { takeOverBody, takeOverReadings } from '../../../../../server/takeOver';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'bench',
    does: 'Takes over what test readings found into the vehicle, a stage and the log, in one piece and one undo.',
    ids: ['id'],
    body: takeOverBody,
    run: (ctx, { id, body }) => takeOverReadings(ctx, id, body),
  }),
});
