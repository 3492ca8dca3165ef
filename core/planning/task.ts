/** One piece of work on a vehicle. */
export type Task = {
  id: string;
  job: string;
  label: string;
  /** Open minutes of work, more than 0. */
  workMin: number;
  /** Minutes on the clock that what it leaves must dry or cool before what needs it may begin. */
  dryMin?: number;
  /** Tasks that have to be done, and dry, before it begins. */
  needs: readonly string[];
  /** What a person must be able to do; nothing is asked if left out. */
  skill?: string;
  /** Whether the vehicle stands in a bay for it. */
  inBay: boolean;
  /** Not before this minute: parts that are still on their way. */
  notBeforeMin?: number;
  /** The bay that its vehicle stands in with work begun: it is not moved. */
  standsIn?: string;
  /** Put there by hand; the rest is planned around it. */
  locked?: { startMin: number; bay: string | null; person: string };
};

export type Resources = {
  bays: readonly string[];
  people: readonly { id: string; skills: readonly string[] }[];
};

export type Placed = { id: string; startMin: number; endMin: number; bay: string | null; person: string };
export type Conflict = { id: string; message: string };
export type Plan = {
  placed: Placed[];
  /** When everything is done and dry. */
  finishMin: number;
  /** By how much each task may slip before its own job ends later, minutes on the clock. */
  slackMin: Record<string, number>;
  conflicts: Conflict[];
};

/** Tasks in an order in which each comes after what it needs; the ids that stand in a circle or need what is not there. */
export function inOrder(tasks: readonly Task[]): { order: Task[]; stuck: string[] } {
  const left = new Map(tasks.map((task) => [task.id, task]));
  const done = new Set<string>();
  const order: Task[] = [];
  for (let moved = true; moved;) {
    moved = false;
    for (const task of left.values()) {
      if (!task.needs.every((need) => done.has(need))) continue;
      left.delete(task.id);
      done.add(task.id);
      order.push(task);
      moved = true;
    }
  }
  return { order, stuck: [...left.keys()] };
}
