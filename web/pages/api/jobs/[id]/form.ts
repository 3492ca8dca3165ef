import { endpoint, file, handle } from '../../../../../server/endpoint';
import { formOfJob, formQuery } from '../../../../../server/forms';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The measuring form of a job’s vehicle as PDF.',
    ids: ['id'],
    query: formQuery,
    run: async (ctx, { id, query: { axle, paper } }) => {
      const form = await formOfJob(ctx, id, axle, paper);
      return form.ok ? file(form.value.bytes.slice().buffer, 'application/pdf', form.value.name) : form;
    },
  }),
});
