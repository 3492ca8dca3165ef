import { newPasskeyBody } from '../../../../core/people/passkey';
import { makePasskey, ownPasskeys } from '../../../../server/accounts/passkeys';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({ does: 'One’s own passkeys.', right: 'self', run: ownPasskeys }),
  POST: handle({
    does: 'Keeps a passkey that a device made as it was asked.',
    right: 'self',
    body: newPasskeyBody,
    status: 201,
    run: (ctx, { body }) => makePasskey(ctx, body),
  }),
});
