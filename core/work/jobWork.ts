import { z } from 'zod';
import { whole, within, words } from '../format/fields';
import { DAY_MIN, dateSchema, minuteOf, sayTime, wallTimeAt, wallTimeSchema } from '../time/wallClock';
import type { WorkCheck } from './checks';
import type { WorkLine } from './needs';

const id = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,59}$/, { error: 'is no id; small letters, digits and dashes' });
const tick = z.strictObject({ by: words(60, 1), at: wallTimeSchema });
export type Tick = z.output<typeof tick>;

const taskSchema = z.strictObject({
  id,
  label: words(160, 1),
  workMin: within(0, 10_000, 'min', true),
  dryMin: whole(0, 20_160),
  needs: z.array(id).max(40),
  skill: words(40, 1).optional(),
  inBay: z.boolean({ error: 'is not true/false' }),
  /** The day its parts arrive. */
  arrivesOn: dateSchema.optional(),
  /** Put there by hand. */
  locked: z
    .strictObject({ start: wallTimeSchema, bay: words(30, 1).nullable(), person: words(60, 1) })
    .optional(),
});
export type JobTask = z.output<typeof taskSchema>;

/** What a maker or the shop states for this job, with where it is stated. Nothing here is computed. */
const statedSchema = z.strictObject({ label: words(80, 1), value: words(80), source: words(160) });
export type Stated = z.output<typeof statedSchema>;

/** The figures a work order asks for; each stays open until somebody states it. */
export const STATED_LABELS = [
  'Wheel nuts, torque',
  'Spring and arm bolts, torque',
  'Cold pressure, front',
  'Cold pressure, rear',
  'Caster',
  'Camber',
  'Toe',
] as const;

/** The work on one job: what was taken into work, who ticked what and when, and what is stated. */
export const jobWorkSchema = z.strictObject({
  /** The stage that is built; null until one is taken into work. */
  stageId: whole(1, 2_147_483_647).nullable(),
  tasks: z.array(taskSchema).max(200),
  /** Of what is only perhaps needed, what turned out to be. */
  takenIn: z.array(id).max(200),
  /** Steps and checks that are done, by id. */
  ticks: z.record(id, tick),
  /** Checks that stay open, and why that is right. */
  explained: z.record(id, z.strictObject({ by: words(60, 1), at: wallTimeSchema, why: words(300, 3) })),
  stated: z.array(statedSchema).max(40),
  /** Why a job ends without anything being built. */
  endedWithout: words(300, 3).optional(),
});
export type JobWork = z.output<typeof jobWorkSchema>;

export const NO_WORK: JobWork = {
  stageId: null,
  tasks: [],
  takenIn: [],
  ticks: {},
  explained: {},
  stated: STATED_LABELS.map((label) => ({ label, value: '', source: '' })),
};

/** The tasks of what a package asks for; what is only perhaps needed is no task. `today` counts delivery days. */
export function tasksOf(lines: readonly WorkLine[], today: string): JobTask[] {
  return lines.flatMap(({ id, label, perhaps, labour }): JobTask[] => {
    if (perhaps || !labour) return [];
    const arrives =
      labour.waitDays > 0 ? wallTimeAt(minuteOf(today) + labour.waitDays * DAY_MIN).slice(0, 10) : undefined;
    return [
      {
        id,
        label,
        workMin: Math.max(5, Math.round(labour.minutes)),
        dryMin: labour.dryMin,
        needs: labour.needs,
        ...(labour.skill ? { skill: labour.skill } : {}),
        inBay: labour.inBay,
        ...(arrives ? { arrivesOn: arrives } : {}),
      },
    ];
  });
}

/**
 * Takes a stage into work with its tasks. What was ticked, locked or said of a task that is still there stays; so does the
 * rest of the record.
 */
export function takenInto(work: JobWork, stageId: number, tasks: readonly JobTask[]): JobWork {
  const before = new Map(work.tasks.map((task) => [task.id, task]));
  return {
    ...work,
    stageId,
    tasks: tasks.map((task) => {
      const { locked, arrivesOn } = before.get(task.id) ?? {};
      return { ...task, ...(arrivesOn ? { arrivesOn } : {}), ...(locked ? { locked } : {}) };
    }),
  };
}

/** Why a task cannot be ticked yet, in words; null where it can. */
export function holdOf(work: JobWork, taskId: string, nowMin: number): string | null {
  const task = work.tasks.find((one) => one.id === taskId);
  for (const need of task?.needs ?? []) {
    const before = work.tasks.find((one) => one.id === need);
    if (!before) continue;
    const done = work.ticks[need];
    if (!done) return `Waits for “${before.label}”.`;
    const dryAt = minuteOf(done.at) + before.dryMin;
    if (before.dryMin > 0 && dryAt > nowMin) return `Dries until ${sayTime(dryAt)}: “${before.label}”.`;
  }
  return null;
}

/** The checks that are neither ticked nor explained. */
export function openChecks(work: JobWork, checks: readonly WorkCheck[]): WorkCheck[] {
  return checks.filter(({ id: one }) => !work.ticks[one] && !work.explained[one]);
}

/** Why a job may not be released, in words; null where it may. */
export function releaseHold(work: JobWork, checks: readonly WorkCheck[]): string | null {
  if (work.endedWithout) return null;
  if (work.stageId === null)
    return 'No stage was taken into work. Take one into work on Build, or write down there why the job ends without it.';
  const undone = work.tasks.filter((task) => !work.ticks[task.id]);
  if (undone[0])
    return `${undone.length} of ${work.tasks.length} tasks are not ticked, first “${undone[0].label}”. Tick them on Build, or take out what is not done.`;
  const open = openChecks(work, checks);
  if (open[0])
    return `${open.length} ${open.length === 1 ? 'check is' : 'checks are'} open and not explained, first “${open[0].words}”. Tick or explain on Build.`;
  return null;
}
