import { freeReader } from '../../../server/freeing';
import { answerText, endpoint, handle } from '../../../server/endpoint';
import { faulty } from '../../../server/errors';
import { inThread } from '../../../server/judge/pool';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    right: 'see',
    does: 'What frees a build file, as `./vexlo free` does: the file itself, or `{ build, limits }`. Prices and hours are those of the shop’s rules; it stops after some seconds and says whether it went through all.',
    body: freeReader,
    run: async ({ shop: { settings } }, { body }) => {
      const pricing = { rules: settings.workRules, terms: settings.terms };
      const found = await inThread('curesText', { ...body, pricing });
      return found.ok ? answerText(found.value) : faulty(found.faults);
    },
  }),
});
