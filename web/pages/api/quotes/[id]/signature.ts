import { quoteById } from '../../../../../data/work';
import { endpoint, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'What the customer drew for a name when they accepted a quote by their link, as PNG.',
    right: 'see',
    ids: ['id'],
    run: async ({ db }, { id }) => {
      const signature = (await quoteById(db, id))?.signature;
      return signature
        ? new Response(new Uint8Array(signature), { headers: { 'content-type': 'image/png' } })
        : missing('signature');
    },
  }),
});
