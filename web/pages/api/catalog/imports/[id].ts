import { endpoint, handle } from '../../../../../server/endpoint';
import { undoImport } from '../../../../../server/listUndo';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  DELETE: handle({
    right: 'plan',
    does: 'Takes a list back that was taken into the catalog; rows that somebody changed since stay as they are.',
    ids: ['id'],
    run: (ctx, { id }) => undoImport(ctx, id),
  }),
});
