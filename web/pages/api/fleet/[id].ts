import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { missing } from '../../../../server/errors';
import { fleetProgress } from '../../../../server/fleet';
import { answer, respond } from '../../../../server/http';

export const GET: APIRoute = async ({ params }) => {
  const progress = await fleetProgress(database(), Number(params['id']));
  return progress ? answer(progress) : respond(missing('search'));
};
