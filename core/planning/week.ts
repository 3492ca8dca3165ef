import { deferForDeliveries } from './deferForDeliveries';
import { planCalendar, planResources } from './shopCalendar';
import type { Placed, Plan, Task } from './task';
import { DAY_MIN, minuteOf, WEEK_MIN } from '../time/wallClock';
import type { JobWork } from '../format/jobWork';
import type { ShopCalendar } from '../format/shopCalendar';

/** A job as the week sees it. */
export type PlannedJob = { id: number; number: string; vehicle: string; work: JobWork };

export const taskKey = (job: string, task: string): string => `${job}/${task}`;

/** The bay that a vehicle stands in with work begun: that of its last tick of work in a bay; undefined where none is begun. */
export function standsIn({ tasks, ticks }: JobWork): string | undefined {
  const inBay = tasks.filter((task) => task.inBay);
  // All of it done, it drives out.
  if (inBay.every(({ id }) => ticks[id])) return undefined;
  const ticked = inBay.flatMap(({ id }) => (ticks[id]?.bay === undefined ? [] : [ticks[id]]));
  return ticked.sort((a, b) => a.at.localeCompare(b.at)).at(-1)?.bay;
}

/** The bay of each job whose vehicle stands in one with work begun; of two that are said to stand in the same the one ticked last. */
function bayByJob(jobs: readonly PlannedJob[]): Map<string, string> {
  const last = ({ work }: PlannedJob): string =>
    Object.values(work.ticks).reduce((latest, { at }) => (at > latest ? at : latest), '');
  const byBay = new Map<string, string>();
  for (const job of [...jobs].sort((a, b) => last(a).localeCompare(last(b)))) {
    const bay = standsIn(job.work);
    if (bay !== undefined) byBay.set(bay, job.number);
  }
  return new Map([...byBay].map(([bay, number]) => [number, bay]));
}

/** What is still to do on all jobs, as tasks of the plan: what is ticked is gone, but still dries. */
export function openTasks(jobs: readonly PlannedJob[]): Task[] {
  const bays = bayByJob(jobs);
  return jobs.flatMap(({ number, work }) => {
    const stands = bays.get(number);
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
          ...(task.inBay && stands !== undefined ? { standsIn: stands } : {}),
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

/** When the next work begins, or goes on, from now on; Infinity where nothing is planned. */
const nextWorkMin = ({ placed }: Plan, nowMin: number): number =>
  Math.min(
    ...placed.filter(({ endMin }) => endMin > nowMin).map(({ startMin }) => Math.max(startMin, nowMin)),
  );

/**
 * The first week in which something is left to do, from now on, as the minute of its Monday; this week where nothing is planned.
 * On a Saturday that is the week after: a shop that opens its plan wants to see work.
 */
export function firstWeekWithWork({ plan }: WeekPlan, nowMin: number): number {
  const next = nextWorkMin(plan, nowMin);
  return weekOf(Number.isFinite(next) ? next : nowMin);
}

/** What one person does on a day, in order. */
export type PersonDay = { person: string; tasks: { placed: Placed; task: Task }[] };

/**
 * The day that a shop asks about, as the minute of its midnight: today while something is left of it, else the next day with work.
 * Null where nothing is planned.
 */
export function dayWithWork({ plan }: WeekPlan, nowMin: number): number | null {
  const next = nextWorkMin(plan, nowMin);
  return Number.isFinite(next) ? Math.floor(next / DAY_MIN) * DAY_MIN : null;
}

/** Who does what on the day that begins at `dayMin`, everybody who has something, in the order of their names. */
export function dayByPerson({ tasks, plan }: WeekPlan, dayMin: number): PersonDay[] {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const days = new Map<string, PersonDay>();
  for (const placed of [...plan.placed].sort((one, other) => one.startMin - other.startMin)) {
    const task = byId.get(placed.id);
    if (!task || placed.endMin <= dayMin || placed.startMin >= dayMin + DAY_MIN) continue;
    const day = days.get(placed.person) ?? { person: placed.person, tasks: [] };
    day.tasks.push({ placed, task });
    days.set(placed.person, day);
  }
  return [...days.values()].sort((one, other) => one.person.localeCompare(other.person, 'en'));
}
