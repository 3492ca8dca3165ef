import { z } from 'zod';
import { changePassword } from '../../../../server/accounts/sessions';
import { endpoint, handle } from '../../../../server/endpoint';
import { passwordField, triedField } from '../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    does: 'Sets one’s own password in place of `was`, which is empty where one has none; every other session of theirs ends.',
    right: 'self',
    body: z.strictObject({ was: triedField, password: passwordField }),
    run: (ctx, { body }) => changePassword(ctx, body.was, body.password),
  }),
});
