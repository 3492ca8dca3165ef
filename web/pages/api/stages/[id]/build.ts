import type { APIRoute } from 'astro';
import { writeBuildText } from '../../../../../formats/buildJson';
import { database } from '../../../../../server/database';
import { missing } from '../../../../../server/errors';
import { respond } from '../../../../../server/http';
import { exportStage } from '../../../../../server/jobs';

/** A stage as a build file to keep or hand on. */
export const GET: APIRoute = async ({ params }) => {
  const found = await exportStage(database(), Number(params['id']));
  if (!found) return respond(missing('stage'));
  return new Response(writeBuildText(found.file), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${found.name}.vexlo.json"`,
    },
  });
};
