import { changePreferences, preferencesBody } from '../../../../../server/people';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PATCH: handle({
    does: 'Remembers the units and the light that a person reads by: one’s own.',
    right: 'self',
    ids: ['id'],
    body: preferencesBody,
    run: (ctx, { id, body }) => changePreferences(ctx, id, body),
  }),
});
