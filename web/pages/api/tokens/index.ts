import { apiTokenBody } from '../../../../core/people/apiToken';
import { listTokens, makeToken } from '../../../../server/accounts/tokens';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'The programs that are let in: what each may, until when, and when it last came.',
    right: 'people',
    run: listTokens,
  }),
  POST: handle({
    does: 'Lets a program in; answers its token, once. It is sent as `Authorization: Bearer …`; one for calendars as `?token=…` of an address that ends in .ics.',
    right: 'people',
    body: apiTokenBody,
    status: 201,
    run: (ctx, { body }) => makeToken(ctx, body),
  }),
});
