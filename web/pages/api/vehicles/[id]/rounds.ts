import { keptRoundSchema } from '../../../../../core/format/keptRound';
import { endpoint, handle } from '../../../../../server/endpoint';
import { keepRound, listRounds } from '../../../../../server/rounds';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The photo rounds that are kept with a vehicle, newest first.',
    ids: ['id'],
    run: ({ db }, { id }) => listRounds(db, id),
  }),
  POST: handle({
    right: 'bench',
    does: 'Keeps a photo round with this vehicle, measured anew from its sightings; its pictures follow. Under a key that is known it is added to.',
    ids: ['id'],
    body: keptRoundSchema,
    status: 201,
    run: (ctx, { id, body }) => keepRound(ctx, id, body),
  }),
});
