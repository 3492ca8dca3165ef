import { endpoint, handle } from '../../../../server/endpoint';
import { stagesSure, surenessQuery } from '../../../../server/sureness';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'How sure the grades of up to six stages are (`stages=12,13`), by stage: the chance that each is at least good, tight or touching; null where chance has no say.',
    query: surenessQuery,
    run: ({ db }, { query: { stages } }) => stagesSure(db, stages),
  }),
});
