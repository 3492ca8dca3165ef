import { deviceList } from '../../../../server/devices/devices';
import { endpoint, handle } from '../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The devices that can be read, simulated ones marked so.',
    run: () => deviceList(),
  }),
});
