import { endpoint, file, handle } from '../../../../../server/endpoint';
import { cardsOfJob, formQuery } from '../../../../../server/forms';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The cards for a photo round of a job’s vehicle as PDF, at true size.',
    ids: ['id'],
    query: formQuery,
    run: async (ctx, { id, query: { axle, paper } }) => {
      const cards = await cardsOfJob(ctx, id, axle, paper);
      return cards.ok ? file(cards.value.bytes.slice().buffer, 'application/pdf', cards.value.name) : cards;
    },
  }),
});
