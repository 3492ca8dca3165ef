import { z } from 'zod';
import { askToMake } from '../../../../server/accounts/passkeys';
import { endpoint, handle } from '../../../../server/endpoint';
import { triedField } from '../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'What a device is asked that is to make a passkey; `password` is the one that one has.',
    right: 'self',
    body: z.strictObject({ password: triedField }),
    run: (ctx, { body }) => askToMake(ctx, body.password),
  }),
});
