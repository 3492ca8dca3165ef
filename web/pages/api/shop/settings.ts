import { endpoint, handle } from '../../../../server/endpoint';
import { changeSettings, settingsBody } from '../../../../server/shop';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    right: 'plan',
    does: 'Replaces the settings of the shop that are given; 409 where they were changed meanwhile.',
    body: settingsBody,
    run: ({ db }, { body }) => changeSettings(db, body),
  }),
});
