import { phonePhoto } from '../../../../../server/devices/phone';
import { endpoint, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'One of the simulated phone’s pictures, as JPEG.',
    run: async (_, { params }) => {
      const bytes = await phonePhoto(params['name'] ?? '');
      return bytes
        ? new Response(new Uint8Array(bytes), { headers: { 'content-type': 'image/jpeg' } })
        : missing('picture');
    },
  }),
});
