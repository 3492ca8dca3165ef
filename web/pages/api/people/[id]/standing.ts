import { endpoint, handle } from '../../../../../server/endpoint';
import { changeStanding, standingBody } from '../../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PATCH: handle({
    does: 'Says what somebody is, or whether they work here still; never so that no owner could sign in.',
    right: 'people',
    ids: ['id'],
    body: standingBody,
    run: (ctx, { id, body }) => changeStanding(ctx, id, body),
  }),
});
