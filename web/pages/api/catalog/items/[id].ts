import { changeItem, itemBody, removeItem } from '../../../../../server/catalog';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PATCH: handle({
    right: 'plan',
    does: 'Changes a row of the catalog: what it costs, when it comes, any of its figures, or whether it is in the list.',
    ids: ['id'],
    body: itemBody,
    run: ({ db }, { id, body }) => changeItem(db, id, body),
  }),
  DELETE: handle({
    right: 'plan',
    does: 'Takes a thing out: for good, or out of the list alone where a stage has it on.',
    ids: ['id'],
    run: ({ db }, { id }) => removeItem(db, id),
  }),
});
