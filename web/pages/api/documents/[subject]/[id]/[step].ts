import { documentRight, documents, historyOf, stepBody, subjectOf } from '../../../../../../server/documents';
import { endpoint, handle } from '../../../../../../server/endpoint';
import { faulty, missing } from '../../../../../../server/errors';
import { first } from '../../../../../../server/versioned';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: '`history`: every change, newest first, with what it did to verdicts.',
    ids: ['id'],
    run: ({ db }, { id, params }) => {
      const subject = subjectOf(params['subject']);
      return subject && params['step'] === 'history' ? historyOf(db, subject, id) : missing('document');
    },
  }),
  POST: handle({
    right: documentRight,
    does: '`undo`, `redo`: one step, with all that was changed in one piece with it. `back`: makes it what it was after `change`.',
    ids: ['id'],
    body: stepBody,
    run: async (ctx, { id, params, body: { version, change } }) => {
      const subject = subjectOf(params['subject']);
      const at = { subject, id, version };
      if (!subject) return missing('kind of document');
      switch (params['step']) {
        case 'undo':
        case 'redo':
          return first(await documents.step(ctx, { ...at, subject }, params['step']));
        case 'back':
          return change === undefined
            ? faulty([{ path: 'change', message: 'is missing; give the change to go back to' }])
            : first(await documents.goBack(ctx, { ...at, subject }, change));
        default:
          return missing('step; there are undo, redo and back');
      }
    },
  }),
});
