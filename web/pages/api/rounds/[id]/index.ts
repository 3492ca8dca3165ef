import { endpoint, handle } from '../../../../../server/endpoint';
import { removeRound, wholeRound } from '../../../../../server/rounds';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A photo round whole: its set-up, the cards of each picture, and what was measured.',
    ids: ['id'],
    run: ({ db }, { id }) => wholeRound(db, id),
  }),
  DELETE: handle({
    right: 'bench',
    does: 'Takes a photo round out, with its pictures. What was taken over from it stays.',
    ids: ['id'],
    run: ({ db }, { id }) => removeRound(db, id),
  }),
});
