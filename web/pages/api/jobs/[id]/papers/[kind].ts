import type { APIRoute } from 'astro';
import { paperNamed } from '../../../../../../formats/paper';
import { paperPdf } from '../../../../../../formats/paperPdf';
import { database } from '../../../../../../server/database';
import { missing } from '../../../../../../server/errors';
import { respond } from '../../../../../../server/http';
import { isPaperKind, paperOf } from '../../../../../../server/papers';
import { currentUser, PERSON_COOKIE } from '../../../../../../server/currentUser';

/** A paper of a job as PDF: `?of=` a stage or a quote, `&paper=a4` or `letter`. */
export const GET: APIRoute = async ({ params, url, cookies }) => {
  const db = database();
  const { kind } = params;
  if (!isPaperKind(kind)) return respond(missing('paper'));
  const { person } = await currentUser(db, cookies.get(PERSON_COOKIE)?.value);
  const sheet = await paperOf(
    db,
    Number(params['id']),
    kind,
    Number(url.searchParams.get('of')),
    person.units,
  );
  if (!sheet.ok) return respond(sheet);
  const paper = paperNamed(url.searchParams.get('paper'));
  const bytes = await paperPdf(sheet.value, paper);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="job-${params['id']}-${kind}-${paper}.pdf"`,
    },
  });
};
