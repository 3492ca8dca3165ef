import { phoneRoll } from '../../../../../server/devices/phone';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'What the simulated phone has to show: a photo round of a demo vehicle, drawn.',
    run: () => phoneRoll(),
  }),
});
