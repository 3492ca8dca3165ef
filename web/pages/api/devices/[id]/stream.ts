import { deviceEvents, streamQuery } from '../../../../../server/devices/devices';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    does: 'A device’s readings for the vehicle of a stage, as server-sent events.',
    query: streamQuery,
    run: async ({ db }, { params, query: { stage }, signal }) => {
      const stream = await deviceEvents(db, params['id'], stage, signal);
      if (!stream.ok) return stream;
      return new Response(stream.value, {
        headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
      });
    },
  }),
});
