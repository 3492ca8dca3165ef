import { endpoint, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';
import { jobHeadBody } from '../../../../../server/jobHead';
import { sheetData } from '../../../../../server/jobs';
import { updateJob } from '../../../../../server/updateJob';
import { first } from '../../../../../server/versioned';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Everything that the sheet of a job shows.',
    ids: ['id'],
    run: async ({ db, person }, { id }) => (await sheetData(db, id, person.name)) ?? missing('job'),
  }),
  PATCH: handle({
    right: 'plan',
    does: 'Changes what a job waits for, its title, where it stands, or which body its vehicle is; all or nothing, and one undo.',
    ids: ['id'],
    body: jobHeadBody,
    run: async (ctx, { id, body }) => first(await updateJob(ctx, id, body)),
  }),
});
