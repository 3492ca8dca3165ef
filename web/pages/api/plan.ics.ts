import type { APIRoute } from 'astro';
import { format } from 'date-fns';
import { planWeek } from '../../../core/planning/week';
import { minuteOf } from '../../../core/time/wallClock';
import { planIcs } from '../../../formats/planIcs';
import { database } from '../../../server/database';
import { currentShop } from '../../../server/shop';
import { plannedJobs } from '../../../server/work';

/** The plan as a calendar that other programs subscribe to. `?bay=` or `?person=` picks one row of it. */
export const GET: APIRoute = async ({ url }) => {
  const db = database();
  const [jobs, shop] = await Promise.all([plannedJobs(db), currentShop(db)]);
  const week = planWeek(jobs, shop.settings.calendar, minuteOf(format(new Date(), "yyyy-MM-dd'T'HH:mm")));
  const only = { bay: url.searchParams.get('bay'), person: url.searchParams.get('person') };
  const made = planIcs(week, jobs, shop.name, only);
  return new Response(made, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'attachment; filename="bays.ics"',
    },
  });
};
