import { planWeek } from '../../../core/planning/week';
import { minuteOf } from '../../../core/time/wallClock';
import { planIcs } from '../../../formats/planIcs';
import { wallTimeOf } from '../../../server/clock';
import { endpoint, file, handle } from '../../../server/endpoint';
import { plannedJobs, planQuery } from '../../../server/work';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'The plan as a calendar that other programs subscribe to; `bay` or `person` picks one row of it.',
    query: planQuery,
    run: async ({ db, shop, now }, { query: { bay = null, person = null } }) => {
      const jobs = await plannedJobs(db);
      const week = planWeek(jobs, shop.settings.calendar, minuteOf(wallTimeOf(now)));
      const made = planIcs(week, jobs, shop.name, { bay, person });
      return file(made, 'text/calendar; charset=utf-8', 'bays.ics', true);
    },
  }),
});
