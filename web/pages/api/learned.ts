import { endpoint, handle } from '../../../server/endpoint';
import { learnedNow } from '../../../server/keptLearned';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'What the shop has learned as of now: how honest it predicts, which bodies it knows, what differs from sheets.',
    run: learnedNow,
  }),
});
