import { writeBuildText } from '../../../../../formats/buildJson';
import { endpoint, file, handle } from '../../../../../server/endpoint';
import { missing } from '../../../../../server/errors';
import { exportStage } from '../../../../../server/jobs';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'A stage as a build file to keep or hand on.',
    ids: ['id'],
    run: async ({ db }, { id }) => {
      const found = await exportStage(db, id);
      if (!found) return missing('stage');
      const text = writeBuildText(found.file);
      return file(text, 'application/json; charset=utf-8', `${found.name}.vexlo.json`, true);
    },
  }),
});
