import { askCommon, readCommon } from '../../../../../server/fitsAll';
import { endpoint, handle } from '../../../../../server/endpoint';
import { queue } from '../../../../../server/queue/boss';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Which tires of the catalog every vehicle of a customer takes, each with its wheel and the lowest kit, as far as it is known.',
    ids: ['id'],
    run: (ctx, { id }) => readCommon(ctx, id),
  }),
  POST: handle({
    right: 'plan',
    does: 'Has it worked out anew, by whichever process is free; read how far it is by GET.',
    ids: ['id'],
    run: async (ctx, { id }) => askCommon(ctx, await queue(), id),
  }),
});
