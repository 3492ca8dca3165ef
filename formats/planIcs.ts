import { createEvents, type DateArray, type EventAttributes } from 'ics';
import { wallTimeAt } from '../core/time/wallClock';
import type { PlannedJob, WeekPlan } from '../core/planning/week';

const dateArray = (minute: number): DateArray => {
  const [date = '', time = ''] = wallTimeAt(minute).split('T');
  const [year = 1970, month = 1, day = 1] = date.split('-').map(Number);
  const [hour = 0, min = 0] = time.split(':').map(Number);
  return [year, month, day, hour, min];
};

/**
 * A plan as iCalendar: one event for each task, from its first minute of work to its last, in the shop's own wall time
 * (floating, as RFC 5545 calls it). Empty where nothing is planned.
 */
export function planIcs(
  { tasks, plan }: WeekPlan,
  jobs: readonly PlannedJob[],
  shop: string,
  only: { bay: string | null; person: string | null } = { bay: null, person: null },
): string {
  const events = plan.placed.flatMap(({ id, startMin, endMin, bay, person }): EventAttributes[] => {
    const task = tasks.find((one) => one.id === id);
    if (!task || (only.bay !== null && bay !== only.bay) || (only.person !== null && person !== only.person))
      return [];
    const job = jobs.find(({ number }) => number === task.job);
    const slack = plan.slackMin[id] ?? 0;
    return [
      {
        uid: `${id.replace('/', '-').toLowerCase()}@vexlo`,
        title: `${task.job} ${task.label}`,
        description: [
          job?.vehicle ?? '',
          `By ${person}.`,
          (task.dryMin ?? 0) > 0 ? `Then dries for ${task.dryMin} min.` : '',
          slack > 0 ? `May slip by ${slack} min.` : `Holds up the end of ${task.job}.`,
        ]
          .filter(Boolean)
          .join('\n'),
        location: bay ?? 'outside of a bay',
        start: dateArray(startMin),
        end: dateArray(endMin),
        startInputType: 'local',
        startOutputType: 'local',
        endInputType: 'local',
        endOutputType: 'local',
        calName: `${shop}, bays`,
        productId: 'vexlo/plan',
      },
    ];
  });
  const { error, value } = createEvents(events, { calName: `${shop}, bays`, productId: 'vexlo/plan' });
  if (error) throw error;
  return value ?? '';
}
