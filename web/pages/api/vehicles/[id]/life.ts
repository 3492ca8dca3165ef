import { endpoint, handle } from '../../../../../server/endpoint';
import { timelineOfVehicle } from '../../../../../server/vehicleTimeline';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Everything that happened to a vehicle, over all of its jobs.',
    ids: ['id'],
    run: ({ db }, { id }) => timelineOfVehicle(db, id),
  }),
});
