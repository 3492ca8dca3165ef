import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database';
import { respond } from '../../../../../server/http';
import { timelineOfVehicle } from '../../../../../server/vehicleTimeline';

/** Everything that happened to a vehicle, over all of its jobs. */
export const GET: APIRoute = async ({ params }) =>
  respond(await timelineOfVehicle(database(), Number(params['id'])));
