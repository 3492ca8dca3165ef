import { knownSuppliers } from '../../../../../data/catalog';
import { recentImports } from '../../../../../data/imports';
import { endpoint, handle } from '../../../../../server/endpoint';

/** As many as anybody looks back. */
const RECENT = 20;

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The last lists that were taken into the catalog, and from whom something of it is bought.',
    run: async ({ db }) => ({
      imports: await recentImports(db, RECENT),
      suppliers: await knownSuppliers(db),
    }),
  }),
});
