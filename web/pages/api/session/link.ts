import { z } from 'zod';
import { enterByLink, whoseLink } from '../../../../server/accounts/entry';
import { comeAs } from '../../../../server/accounts/sessions';
import { words } from '../../../../core/format/fields';
import { endpoint, handle } from '../../../../server/endpoint';
import { passwordField } from '../../../../server/people';

const secret = words(60, 1);

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'Whom a link is for, by its secret.',
    right: 'anybody',
    body: z.strictObject({ secret }),
    run: (ctx, { body }) => whoseLink(ctx, body.secret),
  }),
  PUT: handle({
    does: 'Sets the password that a link was made for, once, and signs in.',
    right: 'anybody',
    body: z.strictObject({ secret, password: passwordField }),
    run: async (ctx, { body }) => {
      const entered = await enterByLink(ctx, body.secret, body.password);
      return entered.ok ? comeAs(entered.value.ctx, entered.value.person) : entered;
    },
  }),
});
