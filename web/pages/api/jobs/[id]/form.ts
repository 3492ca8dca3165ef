import type { APIRoute } from 'astro';
import { AXLES } from '../../../../../core/format/build';
import { paperNamed } from '../../../../../formats/paper';
import { database } from '../../../../../server/database';
import { respond } from '../../../../../server/http';
import { formOfJob } from '../../../../../server/forms';

/** The measuring form of a job's vehicle as PDF: `?axle=front&paper=a4`. */
export const GET: APIRoute = async ({ params, url }) => {
  const axle = AXLES.find((one) => one === url.searchParams.get('axle')) ?? 'front';
  const paper = paperNamed(url.searchParams.get('paper'));
  const form = await formOfJob(database(), Number(params['id']), axle, paper);
  if (!form.ok) return respond(form);
  return new Response(form.value.bytes.slice().buffer, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${form.value.name}"`,
    },
  });
};
