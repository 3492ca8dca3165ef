import { minuteOf, sayTime } from '../time/wallClock';
import type { WorkCheck } from './checks';
import type { WorkLine } from './needs';
import type { JobTask, JobWork } from '../format/jobWork';
import { dayAfter, partsAfter } from './partLife';

/** The tasks of what a package asks for; what is only perhaps needed is no task. `today` counts delivery days. */
export function tasksOf(lines: readonly WorkLine[], today: string): JobTask[] {
  return lines.flatMap(({ id, label, perhaps, labour }): JobTask[] => {
    if (perhaps || !labour) return [];
    const arrives = labour.waitDays > 0 ? dayAfter(today, labour.waitDays) : undefined;
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
        ...(labour.waitsFor.length > 0 ? { parts: labour.waitsFor } : {}),
      },
    ];
  });
}

/**
 * Takes a stage into work with the tasks and parts that its lines ask for, delivery days counted from `today`. What was ticked, locked or said of a task that is still there stays; so does the
 * rest of the record.
 */
export function takenInto(
  work: JobWork,
  stageId: number,
  lines: readonly WorkLine[],
  today: string,
): JobWork {
  const tasks = tasksOf(lines, today);
  const before = new Map(work.tasks.map((task) => [task.id, task]));
  return {
    ...work,
    stageId,
    parts: partsAfter(work.parts, lines),
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
