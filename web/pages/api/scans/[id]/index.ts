import { endpoint, handle } from '../../../../../server/endpoint';
import { removeScan, streamScan } from '../../../../../server/scans';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The points of a scan, streamed.',
    ids: ['id'],
    run: async ({ db }, { id }) => {
      const stream = await streamScan(db, id);
      return stream.ok
        ? new Response(stream.value, { headers: { 'content-type': 'application/octet-stream' } })
        : stream;
    },
  }),
  DELETE: handle({
    right: 'bench',
    does: 'Takes a scan out.',
    ids: ['id'],
    run: ({ db }, { id }) => removeScan(db, id),
  }),
});
