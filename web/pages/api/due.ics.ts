import { z } from 'zod';
import { dueIcs } from '../../../formats/dueIcs';
import { dueVehicles } from '../../../server/due';
import { calendarToken, endpoint, file, handle } from '../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'What is due on every vehicle as a calendar that other programs subscribe to.',
    query: z.strictObject(calendarToken),
    run: async (ctx) =>
      file(dueIcs(await dueVehicles(ctx), ctx.shop.name), 'text/calendar; charset=utf-8', 'due.ics', true),
  }),
});
