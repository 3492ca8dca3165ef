import { deviceEvents, streamQuery } from '../../../../../server/devices/devices';
import { endpoint, eventStream, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A device’s readings for the vehicle of a stage, as server-sent events.',
    query: streamQuery,
    run: async ({ db }, { params, query: { stage }, signal }) => {
      const stream = await deviceEvents(db, params['id'], stage, signal);
      return stream.ok ? eventStream(stream.value) : stream;
    },
  }),
});
