import { itemsOf } from '../../../../data/catalog';
import { typedWords } from '../../../../data/lists';
import { catalogQuery, exportCatalog, kindOf } from '../../../../server/catalog';
import { endpoint, file, handle } from '../../../../server/endpoint';
import { missing } from '../../../../server/errors';
import { csvReader, importCatalog, listHead, listQuery, previewCatalog } from '../../../../server/lists';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Some rows of a kind of thing, or with `csv` the whole kind as a file.',
    query: catalogQuery,
    run: async ({ db }, { params, query: { csv, q, sort, down, inactive, from, most } }) => {
      const kind = kindOf(params['kind']);
      if (!kind) return missing('kind of thing');
      if (csv !== undefined)
        return file(await exportCatalog(db, kind), 'text/csv; charset=utf-8', `${kind}.csv`, true);
      return itemsOf(db, {
        kind,
        words: typedWords(q),
        inactive: inactive !== undefined,
        sort,
        down: down !== undefined,
        from,
        most,
      });
    },
  }),
  POST: handle({
    right: 'plan',
    does: 'Takes a list in, parted by comma, semicolon or tab; with `preview` only says what it would do, with `head` only what its columns are.',
    query: listQuery,
    body: csvReader,
    run: async ({ db, person, now }, { params, query, body }) => {
      const kind = kindOf(params['kind']);
      if (!kind) return missing('kind of thing');
      const { preview, head, gone, supplier, columns, ticket } = query;
      const how = { columns, supplier, gone: gone !== undefined, ticket, person, now };
      if (head !== undefined) return listHead(db, kind, body, supplier ?? '');
      return preview === undefined ? importCatalog(db, kind, body, how) : previewCatalog(db, kind, body, how);
    },
  }),
});
