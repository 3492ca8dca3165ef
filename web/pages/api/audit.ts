import { z } from 'zod';
import { deeds } from '../../../data/people';
import { deedsCsv, SHOWN_DEEDS } from '../../../server/accounts/deeds';
import { endpoint, file, flag, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'Who came in, and who changed what others may, the newest first; with `csv` all of it as a file.',
    right: 'people',
    query: z.object({ csv: flag }),
    run: async ({ db }, { query }) =>
      query.csv === undefined
        ? deeds(db, SHOWN_DEEDS)
        : file(await deedsCsv(db), 'text/csv', 'vexlo-audit.csv', true),
  }),
});
