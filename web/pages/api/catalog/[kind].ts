import { itemsOf } from '../../../../data/catalog';
import {
  catalogQuery,
  csvReader,
  exportCatalog,
  importCatalog,
  kindOf,
  previewCatalog,
  previewQuery,
} from '../../../../server/catalog';
import { endpoint, file, handle } from '../../../../server/endpoint';
import { missing } from '../../../../server/errors';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Some rows of a kind of thing, or with `csv` the whole kind as a file.',
    query: catalogQuery,
    run: async ({ db }, { params, query: { csv, q, sort, down, inactive, from, most } }) => {
      const kind = kindOf(params['kind']);
      if (!kind) return missing('kind of thing');
      if (csv !== undefined)
        return file(await exportCatalog(db, kind), 'text/csv; charset=utf-8', `${kind}.csv`, true);
      return itemsOf(db, {
        kind,
        words: q.split(/\s+/).filter(Boolean).slice(0, 8),
        inactive: inactive !== undefined,
        sort,
        down: down !== undefined,
        from,
        most,
      });
    },
  }),
  POST: handle({
    does: 'Takes a CSV file in; with `preview` only says what it would do.',
    query: previewQuery,
    body: csvReader,
    run: ({ db }, { params, query: { preview }, body }) => {
      const kind = kindOf(params['kind']);
      if (!kind) return missing('kind of thing');
      return preview === undefined ? importCatalog(db, kind, body) : previewCatalog(db, kind, body);
    },
  }),
});
