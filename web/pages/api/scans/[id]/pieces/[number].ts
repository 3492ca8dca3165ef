import type { APIRoute } from 'astro';
import { database } from '../../../../../../server/database';
import { respond } from '../../../../../../server/http';
import { takePiece } from '../../../../../../server/scans';

export const PUT: APIRoute = async ({ params, request }) =>
  respond(
    await takePiece(
      database(),
      Number(params['id']),
      Number(params['number']),
      new Uint8Array(await request.arrayBuffer()),
    ),
  );
