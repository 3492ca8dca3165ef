import type { Calendar } from './calendar';
import { planOf } from './schedule';
import type { Plan, Resources, Task } from './task';
import { WEEK_MIN } from '../time/wallClock';

/** The latest start from `fromMin` on at which so many open minutes are done by `endMin`; `fromMin` where none is later. */
export function latestStart(calendar: Calendar, workMin: number, fromMin: number, endMin: number): number {
  let [low, high] = [fromMin, endMin];
  // When work ends never falls as its start goes later: the last start that is in time is found by halving.
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (calendar.after(middle, workMin) <= endMin) low = middle;
    else high = middle - 1;
  }
  return Math.max(fromMin, calendar.nextOpen(low));
}

/** So many open minutes later, or earlier where `byMin` is negative: over night and week-end as the shop works. */
export function stepOpen(calendar: Calendar, atMin: number, byMin: number): number {
  return byMin >= 0
    ? calendar.nextOpen(calendar.after(atMin, byMin))
    : latestStart(calendar, -byMin, calendar.nextOpen(atMin - WEEK_MIN), atMin);
}

/** The jobs that a delivery is still on its way for. */
function jobsWaiting(tasks: readonly Task[], fromMin: number): Set<string> {
  return new Set(tasks.filter(({ notBeforeMin }) => (notBeforeMin ?? 0) > fromMin).map(({ job }) => job));
}

/** Tasks of some jobs held back as far as what follows them, or the end of the job, allows. */
function heldBack(tasks: readonly Task[], plan: Plan, calendar: Calendar, jobs: ReadonlySet<string>): Task[] {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const starts = new Map(plan.placed.map(({ id, startMin }) => [id, startMin]));
  const later = new Map<string, number>();
  for (const { id, startMin } of [...plan.placed].reverse()) {
    const task = byId.get(id);
    if (!task || task.locked || !jobs.has(task.job)) continue;
    const after = tasks
      .filter(({ needs }) => needs.includes(id))
      .map((one) => starts.get(one.id) ?? startMin);
    if (after.length === 0) continue;
    const start = latestStart(calendar, task.workMin, startMin, Math.min(...after) - (task.dryMin ?? 0));
    starts.set(id, start);
    later.set(id, start);
  }
  return tasks.map((task) => {
    const at = later.get(task.id);
    return at === undefined ? task : { ...task, notBeforeMin: Math.max(at, task.notBeforeMin ?? at) };
  });
}

/**
 * A plan in which no vehicle takes a bay long before its parts are there: the work of a job that waits for a delivery
 * is held back as far as it goes without anything ending later; where holding back costs time, the earliest plan stands.
 */
export function deferForDeliveries(
  tasks: readonly Task[],
  resources: Resources,
  calendar: Calendar,
  fromMin: number,
): Plan {
  const first = planOf(tasks, resources, calendar, fromMin);
  const jobs = jobsWaiting(tasks, fromMin);
  if (jobs.size === 0) return first;
  const second = planOf(heldBack(tasks, first, calendar, jobs), resources, calendar, fromMin);
  return second.finishMin <= first.finishMin && second.conflicts.length <= first.conflicts.length
    ? second
    : first;
}
