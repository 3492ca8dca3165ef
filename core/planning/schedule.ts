import type { Calendar } from './calendar';
import { doneMin, lockConflicts } from './conflicts';
import { copyOf, emptyState, enterStanding, firstFit, put, type State } from './state';
import { inOrder, type Conflict, type Placed, type Plan, type Resources, type Task } from './task';

/** Free tasks up to which every order, person and bay is tried, with a bound. */
const EXACT_UP_TO = 6;

/** What one plan is made of. */
type Problem = {
  all: ReadonlyMap<string, Task>;
  resources: Resources;
  calendar: Calendar;
  fromMin: number;
};

/** When what a task needs is done and dry, and its parts are there. */
function readyMin(task: Task, { all, fromMin }: Problem, state: State): number {
  return task.needs.reduce(
    (latest, need) => Math.max(latest, (state.placed.get(need)?.endMin ?? 0) + (all.get(need)?.dryMin ?? 0)),
    Math.max(fromMin, task.notBeforeMin ?? 0),
  );
}

/**
 * Every bay and person that could do a task, the earliest start of each pair first; none where its vehicle can be in no
 * bay until others are out. `moved` lets a vehicle change bays.
 */
function options(
  task: Task,
  { resources: { bays: all, people }, calendar }: Problem,
  state: State,
  ready: number,
  moved = false,
): Placed[] {
  const able = people.filter(({ skills }) => task.skill === undefined || skills.includes(task.skill));
  // A vehicle with work begun is not moved: its wheels are off, or its paint dries.
  const stays = task.standsIn !== undefined && all.includes(task.standsIn);
  const home = task.inBay && (!moved || stays) ? state.home.get(task.job) : undefined;
  const bays = !task.inBay ? [null] : home !== undefined ? [home] : all;
  return (
    able
      .flatMap(({ id: person, skills }) =>
        bays.flatMap((bay) => {
          const startMin = firstFit(state, calendar, task, ready, person, bay);
          if (startMin === undefined) return [];
          const endMin = calendar.after(startMin, task.workMin);
          return [{ id: task.id, startMin, endMin, bay, person, skills: skills.length }];
        }),
      )
      // Whoever can do least else goes first, so that the skilled stay free for what only they can do.
      .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin || a.skills - b.skills)
      .map(({ skills, ...placed }) => placed)
  );
}

/** Of a task's options those that differ: of empty bays one, and of idle people who can do the same one. */
function choices(list: readonly Placed[], { resources }: Problem, state: State): Placed[] {
  const seen = new Set<string>();
  return list.filter(({ person, bay }) => {
    const skills = resources.people.find(({ id }) => id === person)?.skills ?? [];
    const idle = (state.people.get(person) ?? []).length === 0;
    const empty = bay !== null && (state.bays.get(bay) ?? []).length === 0;
    const key = `${idle ? `idle ${[...skills].sort().join()}` : person} · ${empty ? 'empty' : bay}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

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

/**
 * Tasks one after another, each as early as it goes; of those whose needs are met whatever weighs most first. Where no
 * vehicle can go on in its own bay, one changes bays, and is told of in `moved`.
 */
function greedy(
  free: readonly Task[],
  problem: Problem,
  start: State,
  weight: (task: Task, ready: number) => number,
): { state: State; moved: Task[] } {
  const state = copyOf(start);
  const left = new Set(free);
  const moved: Task[] = [];
  while (left.size > 0) {
    const able = [...left]
      .filter((task) => task.needs.every((need) => state.placed.has(need)))
      .map((task) => {
        const ready = readyMin(task, problem, state);
        return { task, ready, weight: weight(task, ready) };
      })
      .sort((a, b) => b.weight - a.weight);
    const place = (change: boolean): boolean =>
      able.some(({ task, ready }) => {
        const [placed] = options(task, problem, state, ready, change);
        if (!placed) return false;
        left.delete(task);
        put(state, task, placed);
        if (change) moved.push(task);
        return true;
      });
    if (!place(false) && !place(true)) break;
  }
  return { state, moved };
}

function finishOf({ all }: Problem, state: State): number {
  return [...state.placed.values()].reduce((latest, one) => Math.max(latest, doneMin(all, one)), 0);
}

/** Tries every order, bay and person, cutting off what cannot end sooner than the best so far. */
function exact(
  free: readonly Task[],
  problem: Problem,
  start: State,
  first: State,
  tail: ReadonlyMap<string, number>,
): State {
  let best = first;
  let bestFinish = first.placed.size < start.placed.size + free.length ? Infinity : finishOf(problem, first);
  const search = (state: State, left: readonly Task[]): void => {
    if (left.length === 0) {
      const finish = finishOf(problem, state);
      if (finish < bestFinish) [best, bestFinish] = [state, finish];
      return;
    }
    // Tails count open minutes, which never pass faster than the clock: the bound never says too much.
    const bound = left.reduce(
      (latest, task) => Math.max(latest, readyMin(task, problem, state) + (tail.get(task.id) ?? 0)),
      finishOf(problem, state),
    );
    if (bound >= bestFinish) return;
    for (const task of left) {
      if (!task.needs.every((need) => state.placed.has(need))) continue;
      const ready = readyMin(task, problem, state);
      for (const placed of choices(options(task, problem, state, ready), problem, state)) {
        const next = copyOf(state);
        put(next, task, placed);
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

/** How far each task may slip, the resources left aside, before its own job ends later. */
function slacks(order: readonly Task[], state: State): Record<string, number> {
  const finish = new Map<string, number>();
  for (const { id, job, dryMin = 0 } of order) {
    const end = state.placed.get(id)?.endMin;
    if (end !== undefined) finish.set(job, Math.max(finish.get(job) ?? -Infinity, end + dryMin));
  }
  const latest = new Map<string, number>();
  for (const task of [...order].reverse()) {
    const mine = state.placed.get(task.id);
    if (!mine) continue;
    const last = finish.get(task.job) ?? mine.endMin;
    const after = order.filter(({ needs }) => needs.includes(task.id));
    const limit = Math.min(
      last,
      ...after.map(({ id }) => (state.placed.get(id)?.startMin ?? last) + (latest.get(id) ?? 0)),
    );
    latest.set(task.id, Math.max(0, limit - (task.dryMin ?? 0) - mine.endMin));
  }
  return Object.fromEntries(latest);
}

/** Tasks that nobody can do or that have no bay, and all that wait for them, with the reason of each. */
function unplannable(order: readonly Task[], { bays, people }: Resources): Map<string, string> {
  const unable = new Map<string, string>();
  for (const task of order) {
    if (task.locked) continue;
    const able = people.some(({ skills }) => task.skill === undefined || skills.includes(task.skill));
    if (!able) unable.set(task.id, `Nobody does ${task.skill ?? 'this'}: “${task.label}” cannot be planned.`);
    else if ((task.inBay && bays.length === 0) || task.needs.some((need) => unable.has(need)))
      unable.set(task.id, `“${task.label}” waits for what nobody can do, or for a bay that is not there.`);
  }
  return unable;
}

/**
 * A plan of tasks over bays and people within opening hours, as early as can be found: never two tasks in a bay or for a
 * person, never a vehicle in two places, never a task before what it needs is done and dry. A vehicle keeps its bay from
 * its first work there to its last, drying included. Up to six free tasks the best plan is found for certain; more are
 * placed one by one, whatever has the longest chain behind it first, the best of a few such rules. Locked tasks stand where
 * they were put; what does not go together is told, not moved.
 */
export function planOf(tasks: readonly Task[], resources: Resources, calendar: Calendar, fromMin = 0): Plan {
  const all = new Map(tasks.map((task) => [task.id, task]));
  const problem: Problem = { all, resources, calendar, fromMin };
  const { order, stuck } = inOrder(tasks);
  const conflicts: Conflict[] = stuck.map((id) => ({
    id,
    message: `“${all.get(id)?.label ?? id}” needs what is not there or waits for itself; take a need out.`,
  }));
  const unable = unplannable(order, resources);
  conflicts.push(...[...unable].map(([id, message]) => ({ id, message })));
  const able = order.filter(({ id }) => !unable.has(id));
  const start = emptyState(resources, able);
  enterStanding(start, able, fromMin);
  const locked = order.filter((task) => task.locked !== undefined);
  for (const task of locked) {
    const { id, workMin, locked: where } = task;
    if (!where) continue;
    const startMin = calendar.nextOpen(where.startMin);
    const endMin = calendar.after(startMin, workMin);
    put(start, task, { id, startMin, endMin, bay: where.bay, person: where.person });
  }
  const free = able.filter((task) => !task.locked);
  const tail = tails(order);
  const rules: ((task: Task, ready: number) => number)[] = [
    (task) => tail.get(task.id) ?? 0,
    (task, ready) => (tail.get(task.id) ?? 0) - ready,
    (task, ready) => -ready + (tail.get(task.id) ?? 0) / 10,
  ];
  const tried = rules.map((weight) => greedy(free, problem, start, weight));
  const sooner = (a: (typeof tried)[number], b: (typeof tried)[number]) =>
    b.moved.length - a.moved.length || finishOf(problem, b.state) - finishOf(problem, a.state);
  const best = tried.reduce((a, b) => (sooner(a, b) < 0 ? b : a));
  let { state } = best;
  if (best.moved.length === 0 && free.length <= EXACT_UP_TO) state = exact(free, problem, start, state, tail);
  conflicts.push(
    ...lockConflicts(locked, all, resources, state),
    ...best.moved.map(({ id, label, job }) => ({
      id,
      message: `“${label}” has to move ${job} to another bay, because its own is promised to another vehicle; move what is locked there.`,
    })),
  );
  for (const { id, label, job, standsIn } of free)
    if (!state.placed.has(id))
      conflicts.push({
        id,
        message: standsIn
          ? `“${label}” waits: ${job} stands in ${standsIn} with work begun and is not moved, and ${standsIn} is promised to another vehicle. Unlock or move what is locked there.`
          : `“${label}” finds no bay: all are promised. Unlock something, or move it.`,
      });
  const finishMin = finishOf(problem, state);
  return {
    placed: [...state.placed.values()].sort((a, b) => a.startMin - b.startMin),
    finishMin,
    slackMin: slacks(order, state),
    conflicts,
  };
}
