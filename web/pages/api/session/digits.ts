import { z } from 'zod';
import { whole } from '../../../../core/format/fields';
import { changeDigits, takeOverByDigits } from '../../../../server/accounts/sessions';
import { endpoint, handle, MOST_ID } from '../../../../server/endpoint';
import { digitsField, triedField } from '../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'At a device that is signed in, somebody else of the shop takes over by their four digits.',
    right: 'self',
    body: z.strictObject({ person: whole(1, MOST_ID), digits: digitsField }),
    run: (ctx, { body }) => takeOverByDigits(ctx, body.person, body.digits),
  }),
  PUT: handle({
    does: 'Sets one’s own four digits; `password` is the one that one has.',
    right: 'self',
    body: z.strictObject({ password: triedField, digits: digitsField }),
    run: (ctx, { body }) => changeDigits(ctx, body.password, body.digits),
  }),
});
