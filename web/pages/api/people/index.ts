import { endpoint, handle } from '../../../../server/endpoint';
import { newPerson, newPersonBody } from '../../../../server/people';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Everybody of the shop: what they are, and whether they can come in by password or digits.',
    right: 'see',
    run: ({ people }) => people,
  }),
  POST: handle({
    does: 'One more person of the shop; answers the secret of the link by which they set their password, once.',
    right: 'people',
    body: newPersonBody,
    status: 201,
    run: (ctx, { body }) => newPerson(ctx, body),
  }),
});
