import { scanHeadSchema } from '../../../../../core/format/scan';
import { endpoint, handle } from '../../../../../server/endpoint';
import { beginScan, listScans } from '../../../../../server/scans';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The scans of a vehicle.',
    ids: ['id'],
    run: ({ db }, { id }) => listScans(db, id),
  }),
  POST: handle({
    right: 'bench',
    does: 'Begins to store a scan of this vehicle; its pieces follow.',
    ids: ['id'],
    body: scanHeadSchema,
    status: 201,
    run: (ctx, { id, body }) => beginScan(ctx, id, body),
  }),
});
