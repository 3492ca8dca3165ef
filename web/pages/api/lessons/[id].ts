import { endpoint, handle } from '../../../../server/endpoint';
import { noteTry, tryBody } from '../../../../server/lessons';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'self',
    does: 'Notes one try of a lesson for whoever stands at the bench.',
    body: tryBody,
    run: (ctx, { params, body }) => noteTry(ctx, params['id'] ?? '', body),
  }),
});
