import { endpoint, handle } from '../../../../../server/endpoint';
import { changeQuote, quoteBody } from '../../../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    right: 'plan',
    does: 'Changes a quote; 409 where it is frozen or was changed meanwhile.',
    ids: ['id'],
    body: quoteBody,
    run: ({ db }, { id, body }) => changeQuote(db, id, body),
  }),
});
