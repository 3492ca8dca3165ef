import { quoteSchema } from '../../../../../core/format/quote';
import { endpoint, handle } from '../../../../../server/endpoint';
import { listQuotes, makeQuote } from '../../../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The quotes of a job, the newest first.',
    ids: ['id'],
    run: ({ db }, { id }) => listQuotes(db, id),
  }),
  POST: handle({
    right: 'plan',
    does: 'One more quote of a job.',
    ids: ['id'],
    body: quoteSchema,
    status: 201,
    run: (ctx, { id, body }) => makeQuote(ctx, id, body),
  }),
});
