import type { Calendar } from './calendar';
import { inOrder, type Conflict, type Placed, type Plan, type Resources, type Task } from './task';

/** What a resource is taken for, ascending by start, never overlapping. */
type Busy = { startMin: number; endMin: number }[];

/** Free tasks up to which every order and every person is tried, with a bound: 6! orders of 3 people each at the most. */
const EXACT_UP_TO = 6;

function insert(busy: Busy, startMin: number, endMin: number): void {
  const at = busy.findIndex((one) => one.startMin > startMin);
  busy.splice(at < 0 ? busy.length : at, 0, { startMin, endMin });
}

/** The first start at or after `from` at which both resources are free for as long as the work takes. */
function firstFit(calendar: Calendar, from: number, workMin: number, taken: readonly Busy[]): number {
  let start = calendar.nextOpen(from);
  for (;;) {
    const end = calendar.after(start, workMin);
    const clash = taken
      .flatMap((busy) => busy.filter((one) => one.startMin < end && one.endMin > start))
      .reduce((latest, one) => Math.max(latest, one.endMin), -Infinity);
    if (clash === -Infinity) return start;
    start = calendar.nextOpen(clash);
  }
}

type State = {
  placed: Map<string, Placed>;
  bays: Map<string, Busy>;
  people: Map<string, Busy>;
};

function emptyState({ bays, people }: Resources): State {
  return {
    placed: new Map(),
    bays: new Map(bays.map((bay) => [bay, []])),
    people: new Map(people.map(({ id }) => [id, []])),
  };
}

function copyOf(state: State): State {
  const copied = (map: Map<string, Busy>) => new Map([...map].map(([key, busy]) => [key, [...busy]]));
  return { placed: new Map(state.placed), bays: copied(state.bays), people: copied(state.people) };
}

function put(state: State, placed: Placed): void {
  state.placed.set(placed.id, placed);
  if (placed.bay !== null) insert(state.bays.get(placed.bay) ?? [], placed.startMin, placed.endMin);
  insert(state.people.get(placed.person) ?? [], placed.startMin, placed.endMin);
}

/** When what a task needs is done and dry, and its parts are there. */
function readyMin(task: Task, tasks: ReadonlyMap<string, Task>, state: State, fromMin: number): number {
  return task.needs.reduce(
    (latest, need) =>
      Math.max(latest, (state.placed.get(need)?.endMin ?? 0) + (tasks.get(need)?.dryMin ?? 0)),
    Math.max(fromMin, task.notBeforeMin ?? 0),
  );
}

/** Every bay and person that could do a task, the earliest start of each pair first. */
function options(
  task: Task,
  resources: Resources,
  calendar: Calendar,
  state: State,
  ready: number,
): Placed[] {
  const able = resources.people.filter(
    ({ skills }) => task.skill === undefined || skills.includes(task.skill),
  );
  const bays: (string | null)[] = task.inBay ? [...resources.bays] : [null];
  return (
    able
      .flatMap(({ id: person, skills }) =>
        bays.map((bay) => {
          const taken = [
            state.people.get(person) ?? [],
            ...(bay === null ? [] : [state.bays.get(bay) ?? []]),
          ];
          const startMin = firstFit(calendar, ready, task.workMin, taken);
          const endMin = calendar.after(startMin, task.workMin);
          return { id: task.id, startMin, endMin, bay, person, skills: skills.length };
        }),
      )
      // Whoever can do least else goes first, so that the skilled stay free for what only they can do.
      .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin || a.skills - b.skills)
      .map(({ skills, ...placed }) => placed)
  );
}

/**
 * Of a task's options those that differ: each person in the bay where the work begins first. Bays are alike, so which of
 * them it is changes nothing; nor does which of two people who can do the same and are both still free.
 */
function choices(list: readonly Placed[], resources: Resources, state: State): Placed[] {
  const seen = new Set<string>();
  return list.filter(({ person }) => {
    const skills = resources.people.find(({ id }) => id === person)?.skills ?? [];
    const idle = (state.people.get(person) ?? []).length === 0;
    const key = idle ? `idle ${[...skills].sort().join()}` : person;
    if (seen.has(key) || seen.has(person)) return false;
    seen.add(key).add(person);
    return true;
  });
}

const doneMin = (tasks: ReadonlyMap<string, Task>, { id, endMin }: Placed): number =>
  endMin + (tasks.get(id)?.dryMin ?? 0);

/** The longest chain of work and drying that still hangs on each task, its own included: what has most of it goes first. */
function tails(order: readonly Task[]): Map<string, number> {
  const tail = new Map<string, number>();
  for (const task of [...order].reverse()) {
    const after = order.filter(({ needs }) => needs.includes(task.id));
    const longest = Math.max(0, ...after.map(({ id }) => tail.get(id) ?? 0));
    tail.set(task.id, task.workMin + (task.dryMin ?? 0) + longest);
  }
  return tail;
}

/** Tasks one after another, each as early as it goes; those whose needs are met and that have the longest tail first. */
function greedy(
  free: readonly Task[],
  all: ReadonlyMap<string, Task>,
  resources: Resources,
  calendar: Calendar,
  start: State,
  fromMin: number,
  weight: (task: Task, ready: number) => number,
): State {
  const state = copyOf(start);
  const left = new Set(free);
  while (left.size > 0) {
    let best: { task: Task; ready: number; weight: number } | undefined;
    for (const task of left) {
      if (!task.needs.every((need) => state.placed.has(need))) continue;
      const ready = readyMin(task, all, state, fromMin);
      const w = weight(task, ready);
      if (!best || w > best.weight) best = { task, ready, weight: w };
    }
    if (!best) break;
    left.delete(best.task);
    const [placed] = options(best.task, resources, calendar, state, best.ready);
    if (placed) put(state, placed);
    else break;
  }
  return state;
}

function finishOf(all: ReadonlyMap<string, Task>, state: State): number {
  return [...state.placed.values()].reduce((latest, one) => Math.max(latest, doneMin(all, one)), 0);
}

/** Tries every order and every bay and person, cutting off what cannot end sooner than the best so far. */
function exact(
  free: readonly Task[],
  all: ReadonlyMap<string, Task>,
  resources: Resources,
  calendar: Calendar,
  start: State,
  fromMin: number,
  first: State,
  tail: ReadonlyMap<string, number>,
): State {
  let best = first;
  let bestFinish = finishOf(all, first);
  const search = (state: State, left: readonly Task[]): void => {
    if (left.length === 0) {
      const finish = finishOf(all, state);
      if (finish < bestFinish) [best, bestFinish] = [state, finish];
      return;
    }
    // Tails count open minutes, which never pass faster than the clock: the bound never says too much.
    const bound = left.reduce(
      (latest, task) => Math.max(latest, readyMin(task, all, state, fromMin) + (tail.get(task.id) ?? 0)),
      finishOf(all, state),
    );
    if (bound >= bestFinish) return;
    for (const task of left) {
      if (!task.needs.every((need) => state.placed.has(need))) continue;
      const ready = readyMin(task, all, state, fromMin);
      for (const placed of choices(options(task, resources, calendar, state, ready), resources, state)) {
        const next = copyOf(state);
        put(next, placed);
        search(
          next,
          left.filter((one) => one !== task),
        );
      }
    }
  };
  search(start, free);
  return best;
}

/** What a hand put where it does not go, in words. */
function lockConflicts(
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
    for (const need of task.needs) {
      const before = state.placed.get(need);
      const dry = before && doneMin(all, before);
      if (dry !== undefined && dry > mine.startMin)
        tell(
          task.id,
          `“${task.label}” is set before “${all.get(need)?.label ?? need}” is done and dry; move it later.`,
        );
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
    }
  }
  return conflicts;
}

/** How far each task may slip, the resources left aside, before the whole ends later. */
function slacks(order: readonly Task[], state: State, finishMin: number): Record<string, number> {
  const latest = new Map<string, number>();
  for (const task of [...order].reverse()) {
    const mine = state.placed.get(task.id);
    if (!mine) continue;
    const after = order.filter(({ needs }) => needs.includes(task.id));
    const limit = Math.min(
      finishMin,
      ...after.map(({ id }) => (state.placed.get(id)?.startMin ?? finishMin) + (latest.get(id) ?? 0)),
    );
    latest.set(task.id, Math.max(0, limit - (task.dryMin ?? 0) - mine.endMin));
  }
  return Object.fromEntries(latest);
}

/**
 * A plan of tasks over bays and people within opening hours, as early as can be found: never two tasks in a bay or for a
 * person, never a task before what it needs is done and dry. Up to six free tasks the best order is found for certain;
 * more are placed one by one, whatever has the longest chain behind it first, the best of a few such rules. Locked tasks
 * stand where they were put; what does not go together is told, not moved.
 */
export function planOf(tasks: readonly Task[], resources: Resources, calendar: Calendar, fromMin = 0): Plan {
  const all = new Map(tasks.map((task) => [task.id, task]));
  const { order, stuck } = inOrder(tasks);
  const conflicts: Conflict[] = stuck.map((id) => ({
    id,
    message: `“${all.get(id)?.label ?? id}” needs what is not there or waits for itself; take a need out.`,
  }));
  const start = emptyState(resources);
  const locked = order.filter((task) => task.locked !== undefined);
  for (const { id, workMin, locked: where } of locked) {
    if (!where) continue;
    const startMin = calendar.nextOpen(where.startMin);
    put(start, {
      id,
      startMin,
      endMin: calendar.after(startMin, workMin),
      bay: where.bay,
      person: where.person,
    });
  }
  const unable = new Set<string>();
  for (const task of order) {
    const able = resources.people.some(
      ({ skills }) => task.skill === undefined || skills.includes(task.skill),
    );
    if (
      task.locked ||
      (able && (!task.inBay || resources.bays.length > 0) && !task.needs.some((need) => unable.has(need)))
    )
      continue;
    unable.add(task.id);
    conflicts.push({
      id: task.id,
      message: able
        ? `“${task.label}” waits for what nobody can do, or for a bay that is not there.`
        : `Nobody does ${task.skill ?? 'this'}: “${task.label}” cannot be planned.`,
    });
  }
  const free = order.filter((task) => !task.locked && !unable.has(task.id));
  const tail = tails(order);
  const rules: ((task: Task, ready: number) => number)[] = [
    (task) => tail.get(task.id) ?? 0,
    (task, ready) => (tail.get(task.id) ?? 0) - ready,
    (task, ready) => -ready + (tail.get(task.id) ?? 0) / 10,
  ];
  const tried = rules.map((weight) => greedy(free, all, resources, calendar, start, fromMin, weight));
  let state = tried.reduce((a, b) => (finishOf(all, b) < finishOf(all, a) ? b : a));
  if (free.length <= EXACT_UP_TO) state = exact(free, all, resources, calendar, start, fromMin, state, tail);
  conflicts.push(...lockConflicts(locked, all, resources, state));
  const finishMin = finishOf(all, state);
  return {
    placed: [...state.placed.values()].sort((a, b) => a.startMin - b.startMin),
    finishMin,
    slackMin: slacks(order, state, finishMin),
    conflicts,
  };
}
