import type { APIRoute } from 'astro';
import { itemsOf, SORTS } from '../../../../data/catalog';
import { exportCatalog, importCatalog, kindOf, previewCatalog } from '../../../../server/catalog';
import { database } from '../../../../server/database';
import { missing } from '../../../../server/errors';
import { answer, respond } from '../../../../server/http';

const MOST = 500;

/** Some rows of a kind (`q`, `sort`, `down`, `from`, `most`, `inactive`), or with `csv` the whole kind as a file. */
export const GET: APIRoute = async ({ params, url: { searchParams } }) => {
  const kind = kindOf(params['kind']);
  if (!kind) return respond(missing('kind of thing'));
  const db = database();
  if (searchParams.has('csv'))
    return new Response(await exportCatalog(db, kind), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${kind}.csv"`,
      },
    });
  const count = (name: string, otherwise: number): number => {
    const value = Number(searchParams.get(name) ?? otherwise);
    return Number.isInteger(value) && value >= 0 ? value : otherwise;
  };
  return answer(
    await itemsOf(db, {
      kind,
      words: (searchParams.get('q') ?? '').split(/\s+/).filter(Boolean).slice(0, 8),
      inactive: searchParams.has('inactive'),
      sort: SORTS.find((sort) => sort === searchParams.get('sort')) ?? 'maker',
      down: searchParams.has('down'),
      from: count('from', 0),
      most: Math.min(MOST, count('most', 100)),
    }),
  );
};

/** Takes a CSV file in; with `preview` only says what it would do. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const kind = kindOf(params['kind']);
  if (!kind) return respond(missing('kind of thing'));
  const csv = await request.text();
  if (csv.length > 20e6)
    return respond({
      ok: false,
      refusal: { status: 400, message: 'The file is larger than 20 MB; take it in parts.' },
    });
  return url.searchParams.has('preview')
    ? answer(await previewCatalog(database(), kind, csv))
    : respond(await importCatalog(database(), kind, csv));
};
