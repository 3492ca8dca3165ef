import { z } from 'zod';
import { dueVehicles } from '../../../server/due';
import { inThread } from '../../../server/judge/pool';
import { calendarToken, endpoint, file, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'What is due on every vehicle as a calendar that other programs subscribe to.',
    query: z.strictObject(calendarToken),
    run: async (ctx) =>
      file(
        await inThread('dueIcs', { vehicles: await dueVehicles(ctx), shop: ctx.shop.name }),
        'text/calendar; charset=utf-8',
        'due.ics',
        true,
      ),
  }),
});
