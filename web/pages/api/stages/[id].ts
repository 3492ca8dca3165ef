import type { APIRoute } from 'astro';
import { database } from '../../../../server/database';
import { respond } from '../../../../server/http';
import { removeStage } from '../../../../server/jobs';

export const DELETE: APIRoute = async ({ params }) =>
  respond(await removeStage(database(), Number(params['id'])));
