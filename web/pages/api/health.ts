import { endpoint, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({ does: 'Says that the server is up.', context: 'none', run: () => ({ ready: true }) }),
});
