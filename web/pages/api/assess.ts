import { buildReader } from '../../../server/buildFile';
import { answerText, endpoint, handle } from '../../../server/endpoint';
import { faulty } from '../../../server/errors';
import { inThread } from '../../../server/judge/pool';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'see',
    does: 'Judges a build file, as `./vexlo assess` does.',
    body: buildReader,
    context: 'none',
    run: async (_ctx, { body }) => {
      const judged = await inThread('assessmentText', body.build);
      return judged.ok ? answerText(judged.value) : faulty(judged.faults);
    },
  }),
});
