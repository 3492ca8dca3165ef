import { deferForDeliveries } from './deferForDeliveries';
import { planCalendar, planResources } from './shopCalendar';
import type { Plan, Task } from './task';
import { minuteOf, WEEK_MIN } from '../time/wallClock';
import type { JobWork } from '../format/jobWork';
import { type ShopCalendar } from '../format/shopCalendar';

/** A job as the week sees it. */
export type PlannedJob = { id: number; number: string; vehicle: string; work: JobWork };

export const taskKey = (job: string, task: string): string => `${job}/${task}`;

/** What is still to do on all jobs, as tasks of the plan: what is ticked is gone, but still dries. */
export function openTasks(jobs: readonly PlannedJob[]): Task[] {
  return jobs.flatMap(({ number, work }) => {
    const byId = new Map(work.tasks.map((task) => [task.id, task]));
    return work.tasks
      .filter(({ id }) => !work.ticks[id])
      .map((task): Task => {
        const done = task.needs.filter((need) => work.ticks[need]);
        const dryAt = done.map(
          (need) => minuteOf(work.ticks[need]?.at ?? '') + (byId.get(need)?.dryMin ?? 0),
        );
        const notBefore = Math.max(task.arrivesOn ? minuteOf(task.arrivesOn) : -Infinity, ...dryAt);
        return {
          id: taskKey(number, task.id),
          job: number,
          label: task.label,
          workMin: task.workMin,
          dryMin: task.dryMin,
          needs: task.needs
            .filter((need) => !work.ticks[need] && byId.has(need))
            .map((need) => taskKey(number, need)),
          ...(task.skill ? { skill: task.skill } : {}),
          inBay: task.inBay,
          ...(notBefore > -Infinity ? { notBeforeMin: notBefore } : {}),
          ...(task.locked
            ? {
                locked: {
                  startMin: minuteOf(task.locked.start),
                  bay: task.locked.bay,
                  person: task.locked.person,
                },
              }
            : {}),
        };
      });
  });
}

/** When each job is done and dry, by its number. */
export function finishByJob(tasks: readonly Task[], plan: Plan): Map<string, number> {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const finish = new Map<string, number>();
  for (const { id, endMin } of plan.placed) {
    const task = byId.get(id);
    if (task) finish.set(task.job, Math.max(finish.get(task.job) ?? -Infinity, endMin + (task.dryMin ?? 0)));
  }
  return finish;
}

export type WeekPlan = { tasks: Task[]; plan: Plan };

/** The plan of everything that is still to do on all jobs, from now on; it begins on the next full quarter of an hour. */
export function planWeek(jobs: readonly PlannedJob[], calendar: ShopCalendar, nowMin: number): WeekPlan {
  const tasks = openTasks(jobs);
  const from = Math.ceil(nowMin / 15) * 15;
  return { tasks, plan: deferForDeliveries(tasks, planResources(calendar), planCalendar(calendar), from) };
}

/** The Monday, as a minute, of the week that a minute lies in. */
export const weekOf = (minute: number): number => Math.floor(minute / WEEK_MIN) * WEEK_MIN;

/**
 * The first week in which something is left to do, from now on, as the minute of its Monday; this week where nothing is planned.
 * On a Saturday that is the week after: a shop that opens its plan wants to see work.
 */
export function firstWeekWithWork({ plan }: WeekPlan, nowMin: number): number {
  const next = Math.min(
    ...plan.placed.filter(({ endMin }) => endMin > nowMin).map(({ startMin }) => Math.max(startMin, nowMin)),
  );
  return weekOf(Number.isFinite(next) ? next : nowMin);
}
