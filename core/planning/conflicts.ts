import type { State } from './state';
import type { Conflict, Placed, Resources, Task } from './task';

/** When what a task leaves is dry. */
export const doneMin = (tasks: ReadonlyMap<string, Task>, { id, endMin }: Placed): number =>
  endMin + (tasks.get(id)?.dryMin ?? 0);

/** What a hand put where it does not go, in words. */
export function lockConflicts(
  locked: readonly Task[],
  all: ReadonlyMap<string, Task>,
  resources: Resources,
  state: State,
): Conflict[] {
  const conflicts: Conflict[] = [];
  const tell = (id: string, message: string): void => {
    conflicts.push({ id, message });
  };
  for (const task of locked) {
    const mine = state.placed.get(task.id);
    if (!mine) continue;
    const person = resources.people.find(({ id }) => id === mine.person);
    if (!person)
      tell(task.id, `“${task.label}” is given to somebody who is not there; choose another person.`);
    else if (task.skill !== undefined && !person.skills.includes(task.skill))
      tell(
        task.id,
        `“${task.label}” needs ${task.skill}, which ${mine.person} does not do; choose another person.`,
      );
    if (mine.bay !== null && !resources.bays.includes(mine.bay))
      tell(task.id, `“${task.label}” is set into ${mine.bay}, which is not there; choose another bay.`);
    for (const need of task.needs) {
      const before = state.placed.get(need);
      const label = all.get(need)?.label ?? need;
      if (!before)
        tell(
          task.id,
          `“${task.label}” is set by hand, but “${label}”, which comes before it, has no bay or nobody to do it; make room for that first, or unlock this.`,
        );
      const dry = before && doneMin(all, before);
      if (dry !== undefined && dry > mine.startMin)
        tell(task.id, `“${task.label}” is set before “${label}” is done and dry; move it later.`);
    }
    if (task.notBeforeMin !== undefined && task.notBeforeMin > mine.startMin)
      tell(task.id, `“${task.label}” is set before its parts are there; move it later.`);
    for (const other of locked) {
      const theirs = state.placed.get(other.id);
      if (!theirs || other.id <= task.id) continue;
      if (mine.startMin >= theirs.endMin || theirs.startMin >= mine.endMin) continue;
      if (mine.bay !== null && mine.bay === theirs.bay)
        tell(
          task.id,
          `“${task.label}” and “${other.label}” are set into ${mine.bay} at the same time; move one.`,
        );
      if (mine.person === theirs.person)
        tell(
          task.id,
          `“${task.label}” and “${other.label}” both want ${mine.person} at the same time; move one.`,
        );
      if (mine.bay !== null && theirs.bay !== null && mine.bay !== theirs.bay && task.job === other.job)
        tell(
          task.id,
          `“${task.label}” and “${other.label}” want ${task.job} in two bays at the same time; move one.`,
        );
    }
  }
  return conflicts;
}
