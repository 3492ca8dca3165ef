import { z } from 'zod';
import { reachable } from '../../../server/database';
import { endpoint, flag, handle } from '../../../server/endpoint';
import { refused } from '../../../server/errors';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'anybody',
    does: 'Says that the process is there; with `?ready`, whether it can work: 503 while the database cannot be reached.',
    context: 'none',
    query: z.strictObject({ ready: flag }),
    run: async (_ctx, { query }) => {
      if (query.ready === undefined) return { live: true };
      const why = await reachable();
      return why === null
        ? { live: true, ready: true }
        : refused({ status: 503, message: `The database cannot be reached: ${why}.` });
    },
  }),
});
