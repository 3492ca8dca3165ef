import { z } from 'zod';
import { passkeyAnswer } from '../../../../core/people/passkey';
import { askToCome, comeByPasskey } from '../../../../server/accounts/passkeys';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'What a device is asked that is to sign in by a passkey: the options of Web Authentication, for five minutes.',
    right: 'anybody',
    body: z.strictObject({}),
    run: askToCome,
  }),
  PUT: handle({
    does: 'Signs in by what a device answered, in place of whoever was signed in here, and sets the cookie that says so.',
    right: 'anybody',
    body: passkeyAnswer,
    run: (ctx, { body }) => comeByPasskey(ctx, body),
  }),
});
