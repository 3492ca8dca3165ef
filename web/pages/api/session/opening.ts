import { openingBody } from '../../../../server/accounts/opening';
import { openHere } from '../../../../server/accounts/sessions';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Opens the shop, or takes over one where nobody has a password yet, with its owner; on the machine itself alone.',
    right: 'anybody',
    body: openingBody,
    status: 201,
    run: (ctx, { body }) => openHere(ctx, body),
  }),
});
