import { writeWell } from '../../../../../formats/wellJson';
import { endpoint, file, handle } from '../../../../../server/endpoint';
import { giveWell } from '../../../../../server/wells';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The measured wells of a vehicle as a file for another shop: under the name of its body, without a customer.',
    ids: ['id'],
    run: async (ctx, { id }) => {
      const well = await giveWell(ctx, id);
      return well.ok ? file(writeWell(well.value), 'application/json', `well-${id}.vexlo.json`, true) : well;
    },
  }),
});
