import { changePreferences, preferencesBody } from '../../../../server/currentUser';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PATCH: handle({
    does: 'Remembers the units and the light that a person reads by.',
    ids: ['id'],
    body: preferencesBody,
    run: ({ db }, { id, body }) => changePreferences(db, id, body),
  }),
});
