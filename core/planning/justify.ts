import type { Calendar } from './calendar';
import { planOf } from './schedule';
import type { Plan, Resources, Task } from './task';

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

/** Tasks that some delivery of their own job still waits behind, at any distance. */
function beforeDeliveries(tasks: readonly Task[], fromMin: number): Set<string> {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const found = new Set<string>();
  const walk = ({ needs }: Task): void => {
    for (const need of needs) {
      const task = byId.get(need);
      if (!task || found.has(need)) continue;
      found.add(need);
      walk(task);
    }
  };
  tasks.filter(({ notBeforeMin }) => (notBeforeMin ?? 0) > fromMin).forEach(walk);
  return found;
}

/** Tasks with those that come before a delivery held back as far as what follows them allows. */
function heldBack(tasks: readonly Task[], plan: Plan, calendar: Calendar, fromMin: number): Task[] {
  const waiting = beforeDeliveries(tasks, fromMin);
  const starts = new Map(plan.placed.map(({ id, startMin }) => [id, startMin]));
  const later = new Map<string, number>();
  for (const { id, startMin } of [...plan.placed].reverse()) {
    const task = tasks.find((one) => one.id === id);
    if (!task || task.locked || !waiting.has(id)) continue;
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
 * A plan in which no vehicle takes a bay long before its parts are there: what comes before a delivery is held back as far
 * as it goes without anything ending later; where holding back costs time, the earliest plan stands.
 */
export function planBehindDeliveries(
  tasks: readonly Task[],
  resources: Resources,
  calendar: Calendar,
  fromMin: number,
): Plan {
  const first = planOf(tasks, resources, calendar, fromMin);
  const held = heldBack(tasks, first, calendar, fromMin);
  if (held.every((task, i) => task === tasks[i])) return first;
  const second = planOf(held, resources, calendar, fromMin);
  return second.finishMin <= first.finishMin && second.conflicts.length <= first.conflicts.length
    ? second
    : first;
}
