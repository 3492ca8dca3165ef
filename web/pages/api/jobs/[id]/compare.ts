import type { APIRoute } from 'astro';
import { comparisonCsv, comparisonJson } from '../../../../../formats/comparison';
import { paperNamed } from '../../../../../formats/paper';
import { paperPdf } from '../../../../../formats/paperPdf';
import { comparison, idsOf } from '../../../../../server/compare';
import { database } from '../../../../../server/database';
import { respond } from '../../../../../server/http';
import { currentUser, PERSON_COOKIE } from '../../../../../server/currentUser';

/** Stages side by side (`?stages=12,13`) as `as=pdf` (`&paper=a4` or `letter`), `json` or `csv`. */
export const GET: APIRoute = async ({ params, url: { searchParams }, cookies }) => {
  const db = database();
  const { person } = await currentUser(db, cookies.get(PERSON_COOKIE)?.value);
  const made = await comparison(db, Number(params['id']), idsOf(searchParams.get('stages')), person.units);
  if (!made.ok) return respond(made);
  const { sheet, job, labels, rows } = made.value;
  const file = (body: BodyInit, type: string, ending: string): Response =>
    new Response(body, {
      headers: {
        'content-type': type,
        'content-disposition': `inline; filename="${job.toLowerCase()}-stages.${ending}"`,
      },
    });
  const as = searchParams.get('as');
  if (as === 'csv') return file(comparisonCsv(labels, rows), 'text/csv; charset=utf-8', 'csv');
  if (as === 'json') return file(comparisonJson(job, labels, rows), 'application/json', 'json');
  const paper = paperNamed(searchParams.get('paper'));
  return file(new Uint8Array(await paperPdf(sheet(), paper)), 'application/pdf', 'pdf');
};
