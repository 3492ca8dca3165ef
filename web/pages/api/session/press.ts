import { z } from 'zod';
import { whole } from '../../../../core/format/fields';
import { comeByPress } from '../../../../server/accounts/sessions';
import { endpoint, handle, MOST_ID } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Comes in as somebody of a shop where nobody has a password yet, as in the demo.',
    right: 'anybody',
    body: z.strictObject({ person: whole(1, MOST_ID) }),
    run: (ctx, { body }) => comeByPress(ctx, body.person),
  }),
});
