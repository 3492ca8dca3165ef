import { endpoint, file, handle } from '../../../../../../server/endpoint';
import { missing } from '../../../../../../server/errors';
import { inThread } from '../../../../../../server/judge/pool';
import { isPaperKind, paperOf, paperQuery } from '../../../../../../server/papers';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A paper of a job as PDF: `order` or `copy` of a stage, or a `quote`; `of` says which, `paper` is a4 or letter.',
    ids: ['id'],
    query: paperQuery,
    run: async (ctx, { id, params: { kind }, query: { of, paper } }) => {
      if (!isPaperKind(kind)) return missing('paper');
      const sheet = await paperOf(ctx, id, kind, of);
      if (!sheet.ok) return sheet;
      const bytes = await inThread('pdf', { sheet: sheet.value, paper });
      return file(new Uint8Array(bytes), 'application/pdf', `job-${id}-${kind}-${paper}.pdf`);
    },
  }),
});
