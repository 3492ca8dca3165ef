import { partsCsv } from '../../../formats/partsCsv';
import { endpoint, file, handle } from '../../../server/endpoint';
import { inThread } from '../../../server/judge/pool';
import { orderPaper, partsQuery, partStepsBody, shopParts, stepParts } from '../../../server/parts';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Parts of all open jobs that are wanted or on their way, by supplier; `csv` as a file, `pdf` what is to be ordered as a paper.',
    query: partsQuery,
    run: async (ctx, { query: { csv, pdf, paper } }) => {
      if (pdf !== undefined)
        return file(
          new Uint8Array(await inThread('pdf', { sheet: await orderPaper(ctx), paper })),
          'application/pdf',
          'parts-to-order.pdf',
        );
      const groups = await shopParts(ctx.db);
      return csv === undefined
        ? groups
        : file(partsCsv(groups), 'text/csv; charset=utf-8', 'parts.csv', true);
    },
  }),
  POST: handle({
    right: 'plan',
    does: 'What became of parts: ordered, arrived, fitted, sent back, called off; all of them or none.',
    body: partStepsBody,
    run: (ctx, { body }) => stepParts(ctx, body),
  }),
});
