import type { Calendar } from './calendar';
import type { Placed, Resources, Task } from './task';

/** What somebody or something is taken for, ascending by start, never overlapping. */
type Busy = { startMin: number; endMin: number }[];

/**
 * A vehicle's time in a bay, from its first work there to its last: it stands there while paint dries, wheels off. It is
 * open while work there is still to be placed.
 */
type Stay = { job: string; startMin: number; endMin: number; open: boolean; byHand: boolean };

/** A plan in the making. */
export type State = {
  placed: Map<string, Placed>;
  bays: Map<string, Stay[]>;
  people: Map<string, Busy>;
  /** Work in a bay on each vehicle, which never overlaps: a vehicle is in one place. */
  vehicles: Map<string, Busy>;
  /** How many minutes of work in a bay each job still has to get; a bay stays with it until there are none. */
  leftMin: Map<string, number>;
  /** The bay that each job was put into last. */
  home: Map<string, string>;
};

export function emptyState({ bays, people }: Resources, tasks: Iterable<Task>): State {
  const leftMin = new Map<string, number>();
  for (const { job, inBay, workMin } of tasks) if (inBay) leftMin.set(job, (leftMin.get(job) ?? 0) + workMin);
  return {
    placed: new Map(),
    bays: new Map(bays.map((bay) => [bay, []])),
    people: new Map(people.map(({ id }) => [id, []])),
    vehicles: new Map([...leftMin.keys()].map((job) => [job, []])),
    leftMin,
    home: new Map(),
  };
}

/** Enters the vehicles that stand in a bay with work begun, from a minute on: their bays stay theirs until that work is done. */
export function enterStanding(state: State, tasks: Iterable<Task>, fromMin: number): void {
  for (const { job, inBay, standsIn } of tasks) {
    const stays = state.bays.get(standsIn ?? '');
    if (!inBay || standsIn === undefined || !stays || state.home.has(job)) continue;
    state.home.set(job, standsIn);
    stays.push({ job, startMin: fromMin, endMin: fromMin, open: true, byHand: false });
  }
}

export function copyOf({ placed, bays, people, vehicles, leftMin, home }: State): State {
  const copied = <T>(map: Map<string, T[]>) => new Map([...map].map(([key, list]) => [key, [...list]]));
  return {
    placed: new Map(placed),
    bays: copied(bays),
    people: copied(people),
    vehicles: copied(vehicles),
    leftMin: new Map(leftMin),
    home: new Map(home),
  };
}

function insert(busy: Busy, startMin: number, endMin: number): void {
  const at = busy.findIndex((one) => one.startMin > startMin);
  busy.splice(at < 0 ? busy.length : at, 0, { startMin, endMin });
}

/** Enters a task where it was put, and lengthens its vehicle's stay in that bay. */
export function put(state: State, { job, inBay, workMin, locked }: Task, placed: Placed): void {
  const { bay, person, startMin, endMin } = placed;
  state.placed.set(placed.id, placed);
  insert(state.people.get(person) ?? [], startMin, endMin);
  if (!inBay) return;
  state.leftMin.set(job, (state.leftMin.get(job) ?? 0) - workMin);
  insert(state.vehicles.get(job) ?? [], startMin, endMin);
  const stays = state.bays.get(bay ?? '');
  if (bay === null || !stays) return;
  const open = (state.leftMin.get(job) ?? 0) > 0;
  const before = state.home.get(job);
  if (before !== undefined && before !== bay) closeStay(state.bays.get(before), job);
  state.home.set(job, bay);
  const mine = stays.findIndex((stay) => stay.job === job);
  const stay = stays[mine];
  if (stay)
    stays[mine] = {
      job,
      startMin: Math.min(stay.startMin, startMin),
      endMin: Math.max(stay.endMin, endMin),
      open,
      byHand: stay.byHand,
    };
  else stays.push({ job, startMin, endMin, open, byHand: locked !== undefined });
}

function closeStay(stays: Stay[] = [], job: string): void {
  const at = stays.findIndex((stay) => stay.job === job);
  const stay = stays[at];
  if (stay) stays[at] = { ...stay, open: false };
}

/** Finds clashes with what somebody is taken for, for starts that only ever go later: each entry is passed once. */
function clashesWith(busy: Busy): (startMin: number, endMin: number) => number {
  let at = 0;
  return (startMin, endMin) => {
    let one = busy[at];
    while (one && one.endMin <= startMin) one = busy[++at];
    return one && one.startMin < endMin ? one.endMin : -Infinity;
  };
}

/**
 * When to try again where a vehicle cannot be in a bay for a task from start to end, because another stands there or would
 * come between; −Infinity where it can, Infinity where it never can.
 */
function bayClash(
  state: State,
  bay: string,
  { job, workMin }: Task,
  startMin: number,
  endMin: number,
  reservedMin: () => number,
): number {
  const stays = state.bays.get(bay) ?? [];
  const mine = stays.find((stay) => stay.job === job);
  const from = Math.min(startMin, mine?.startMin ?? startMin);
  // How long a vehicle that comes in will stay is not known before its last work is placed: it does not squeeze in before
  // another that was planned there. Before one that a hand put there it may, where its work alone has room.
  const last = (state.leftMin.get(job) ?? 0) <= workMin;
  const until = (stay: Stay): number =>
    mine ? Math.max(endMin, mine.endMin) : last ? endMin : stay.byHand ? reservedMin() : Infinity;
  let latest = -Infinity;
  for (const stay of stays) {
    if (stay.job === job) continue;
    const free = stay.open ? Infinity : stay.endMin;
    if (stay.startMin >= until(stay) || free <= from) continue;
    // Going later does not help a vehicle that already stands there.
    latest = Math.max(latest, mine && startMin >= mine.startMin ? Infinity : free);
  }
  return latest;
}

/**
 * The first start at or after `from` at which a person, the vehicle and a bay are free for a task; undefined where that bay
 * never is. `bay` null is work outside of one.
 */
export function firstFit(
  state: State,
  calendar: Calendar,
  task: Task,
  from: number,
  person: string,
  bay: string | null,
): number | undefined {
  const { job, workMin } = task;
  const ofPerson = clashesWith(state.people.get(person) ?? []);
  const ofVehicle = clashesWith(bay === null ? [] : (state.vehicles.get(job) ?? []));
  let start = calendar.nextOpen(from);
  for (;;) {
    const end = calendar.after(start, workMin);
    let again = -Infinity;
    if (bay !== null) {
      // A vehicle that comes in wants the bay for all it still has to get there.
      const from = start;
      const reserved = (): number => calendar.after(from, Math.max(workMin, state.leftMin.get(job) ?? 0));
      again = bayClash(state, bay, task, start, end, reserved);
    }
    if (again < Infinity) again = Math.max(again, ofPerson(start, end), ofVehicle(start, end));
    if (again === -Infinity) return start;
    if (again === Infinity) return undefined;
    start = calendar.nextOpen(again);
  }
}
