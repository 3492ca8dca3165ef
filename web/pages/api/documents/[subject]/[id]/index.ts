import { documentRight, documents, saveBody, subjectOf } from '../../../../../../server/documents';
import { endpoint, handle } from '../../../../../../server/endpoint';
import { missing } from '../../../../../../server/errors';
import { first } from '../../../../../../server/versioned';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    right: documentRight,
    does: 'Stores a document made on a version: 409 with what changed since where it is no longer that one.',
    ids: ['id'],
    body: saveBody,
    run: async (ctx, { id, params, body }) => {
      const subject = subjectOf(params['subject']);
      if (!subject) return missing('kind of document');
      return first(await documents.save(ctx, [{ subject, id, ...body }]));
    },
  }),
});
