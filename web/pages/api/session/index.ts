import { signIn, signInBody, signOut } from '../../../../server/accounts/sessions';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Who this request is from, and by what they signed in.',
    right: 'self',
    run: ({ person, signedIn }) => ({ person, by: signedIn?.by }),
  }),
  POST: handle({
    does: 'Signs in by name and password, and by the shop’s name where the server has several, and sets the cookie that says so.',
    right: 'anybody',
    body: signInBody,
    run: (ctx, { body }) => signIn(ctx, body),
  }),
  DELETE: handle({ does: 'Signs this device out.', right: 'self', run: signOut }),
});
