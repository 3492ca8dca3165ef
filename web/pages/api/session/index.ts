import { z } from 'zod';
import { signIn, signOut } from '../../../../server/accounts/sessions';
import { words } from '../../../../core/format/fields';
import { endpoint, handle } from '../../../../server/endpoint';
import { triedField } from '../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Who this request is from, and by what they signed in.',
    right: 'self',
    run: ({ person, signedIn }) => ({ person, by: signedIn?.by }),
  }),
  POST: handle({
    does: 'Signs in by name and password, and sets the cookie that says so.',
    right: 'anybody',
    body: z.strictObject({ name: words(60, 1), password: triedField }),
    run: (ctx, { body }) => signIn(ctx, body.name, body.password),
  }),
  DELETE: handle({ does: 'Signs this device out.', right: 'self', run: signOut }),
});
