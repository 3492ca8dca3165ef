import { comparisonCsv, comparisonJson } from '../../../../../formats/comparison';
import { paperPdf } from '../../../../../formats/paperPdf';
import { compareQuery, comparison } from '../../../../../server/compare';
import { endpoint, file, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Stages side by side (`stages=12,13`) as `as=pdf` (`paper=a4` or `letter`), `json` or `csv`, or as the `sheet` that pages draw, in the units of whoever asks.',
    ids: ['id'],
    query: compareQuery,
    run: async (ctx, { id, query: { stages, as, paper } }) => {
      const made = await comparison(ctx, id, stages, as === 'sheet' ? ctx.person.units : undefined);
      if (!made.ok) return made;
      const { sheet, job, labels, rows } = made.value;
      if (as === 'sheet') return sheet();
      const name = `${job.toLowerCase()}-stages.${as}`;
      if (as === 'csv') return file(comparisonCsv(labels, rows), 'text/csv; charset=utf-8', name);
      if (as === 'json') return file(comparisonJson(job, labels, rows), 'application/json', name);
      return file(new Uint8Array(await paperPdf(sheet(), paper)), 'application/pdf', name);
    },
  }),
});
