import type { APIRoute } from 'astro';
import { format } from 'date-fns';
import { dueIcs } from '../../../formats/dueIcs';
import { database } from '../../../server/database';
import { dueVehicles } from '../../../server/due';
import { currentShop } from '../../../server/shop';

/** What is due on every vehicle as a calendar that other programs subscribe to. */
export const GET: APIRoute = async () => {
  const db = database();
  const [vehicles, shop] = await Promise.all([
    dueVehicles(db, format(new Date(), "yyyy-MM-dd'T'HH:mm")),
    currentShop(db),
  ]);
  return new Response(dueIcs(vehicles, shop.name), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'attachment; filename="due.ics"',
    },
  });
};
