import { useStore } from '@nanostores/react';
import type { WeekPlan } from '../../../core/planning/week';
import { sayTime, wallTimeAt } from '../../../core/time/wallClock';
import { hours } from '../../../core/quote/quote';
import { Choice } from '../../ui/choices';
import { DateField } from '../../ui/DateField';
import { NumberField } from '../../ui/NumberField';
import { $shop } from '../../state/store';
import { $chosen, $jobs, editTask, taskOf, unlock } from './planStore';
import { Button } from '../../ui/Button';

/** The task under the hand: when, where, by whom, what it waits for, and by how much it may slip. */
export function TaskPanel({ week }: { week: WeekPlan }) {
  const key = useStore($chosen);
  const { calendar } = useStore($shop);
  // Drawn anew when a job changes.
  useStore($jobs);
  const found = key === null ? undefined : taskOf(key);
  if (!key || !found)
    return (
      <p className="text-graphite" data-testid="no-task">
        Press a task to see it. Drag it, or step it with the arrow keys, and it is locked where you put it;
        the rest is planned around it. L locks and unlocks.
      </p>
    );
  const { job, task } = found;
  const placed = week.plan.placed.find(({ id }) => id === key);
  const slack = week.plan.slackMin[key] ?? 0;
  const person = task.locked?.person ?? placed?.person ?? '';
  const lock = (change: { bay?: string; person?: string }): void => {
    if (!placed) return;
    editTask(key, (one) => ({
      ...one,
      locked: {
        start: one.locked?.start ?? wallTimeAt(placed.startMin),
        bay: one.inBay ? (change.bay ?? one.locked?.bay ?? placed.bay) : null,
        person: change.person ?? person,
      },
    }));
  };
  const minutes = (part: 'workMin' | 'dryMin', least: number) => (value: number | undefined) => {
    if (value === undefined || !Number.isFinite(value) || value < least || value > 10_000)
      return {
        ok: false as const,
        faults: [{ path: part, message: `is out of range; give ${least} to 10000 min` }],
      };
    editTask(key, (one) => ({ ...one, [part]: Math.round(value) }));
    return { ok: true as const };
  };
  return (
    <div data-testid="task" className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <div className="min-w-[22rem]">
        <p className="text-lg font-semibold">{task.label}</p>
        <p>
          <a href={`/jobs/${job.id}/build`}>{job.number}</a> {job.vehicle}
        </p>
        {placed && (
          <p>
            {sayTime(placed.startMin)} to {sayTime(placed.endMin)}
            {task.dryMin > 0 && `, dry ${sayTime(placed.endMin + task.dryMin)}`}
          </p>
        )}
        <p className="text-graphite">
          {slack > 0
            ? `May slip by ${hours(slack)} before ${job.number} ends later.`
            : `Holds up the end of ${job.number}.`}
          {task.skill ? ` Asks for ${task.skill}.` : ''}
        </p>
      </div>
      <Choice
        label="By"
        value={person}
        options={calendar.people.map(({ name }) => [name, name] as const)}
        choose={(name) => lock({ person: name })}
      />
      {task.inBay && (
        <Choice
          label="In"
          value={task.locked?.bay ?? placed?.bay ?? calendar.bays[0] ?? ''}
          options={calendar.bays.map((bay) => [bay, bay] as const)}
          choose={(bay) => lock({ bay })}
        />
      )}
      <div className="w-28">
        <NumberField
          key={`${key} work`}
          label="Work, min"
          path="workMin"
          quantity="plain"
          value={task.workMin}
          hint={task.workMin >= 60 ? hours(task.workMin) : undefined}
          whenLeft
          take={minutes('workMin', 1)}
        />
      </div>
      <div className="w-28">
        <NumberField
          key={`${key} dry`}
          label="Dries, min"
          path="dryMin"
          quantity="plain"
          value={task.dryMin}
          hint={task.dryMin >= 60 ? hours(task.dryMin) : undefined}
          whenLeft
          take={minutes('dryMin', 0)}
        />
      </div>
      <DateField
        key={`${key} parts`}
        label="Parts arrive on"
        mayBeEmpty
        value={task.arrivesOn ?? ''}
        take={(day) => editTask(key, ({ arrivesOn, ...one }) => (day ? { ...one, arrivesOn: day } : one))}
      />
      <Button needs="plan" onClick={() => (task.locked ? unlock(key) : lock({}))} disabled={!placed}>
        {task.locked ? 'Unlock' : 'Lock here'}
      </Button>
    </div>
  );
}
