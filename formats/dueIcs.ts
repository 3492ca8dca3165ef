import { createEvents, type EventAttributes } from 'ics';
import type { Due } from '../core/log/due';

type Vehicle = { jobId: number; job: string; vehicle: string; due: readonly Due[] };

/** What is due as iCalendar: a whole day for each; what has no day yet is left out. Empty where nothing has one. */
export function dueIcs(vehicles: readonly Vehicle[], shop: string): string {
  const events = vehicles.flatMap(({ job, vehicle, due }) =>
    due.flatMap(({ label, kind, on, atKm, byPace }, i): EventAttributes[] => {
      if (on === null) return [];
      const [year = 1970, month = 1, day = 1] = on.split('-').map(Number);
      return [
        {
          uid: `${job.toLowerCase()}-${kind}-${i}@vexlo`,
          title: `${vehicle}: ${label}`,
          description: [
            job,
            atKm === null ? '' : `At ${atKm} km.`,
            byPace ? 'The day is an estimate, at the pace driven so far.' : '',
          ]
            .filter(Boolean)
            .join('\n'),
          start: [year, month, day],
          duration: { days: 1 },
          calName: `${shop}, due`,
          productId: 'vexlo/due',
        },
      ];
    }),
  );
  const { error, value } = createEvents(events, { calName: `${shop}, due`, productId: 'vexlo/due' });
  if (error) throw error;
  return value ?? '';
}
