import type { JobPart, PartState, PartStep } from '../format/jobPart';
import type { JobTask, JobWork } from '../format/jobWork';
import { DAY_MIN, minuteOf, wallTimeAt } from '../time/wallClock';
import type { WorkLine } from './needs';

/** What can become of a part from where it is. Ordered may be called off; what was sent back may be wanted again. */
export const NEXT_STATES: Record<PartState, readonly PartState[]> = {
  wanted: ['ordered', 'arrived'],
  ordered: ['arrived', 'wanted'],
  arrived: ['fitted', 'returned'],
  fitted: ['returned'],
  returned: ['wanted'],
};

export const stateOf = ({ steps }: Pick<JobPart, 'steps'>): PartState => steps.at(-1)?.state ?? 'wanted';
/** The day that a part came to a state for the last time. */
export const dayOfState = ({ steps }: Pick<JobPart, 'steps'>, state: PartState): string | undefined =>
  steps.findLast((step) => step.state === state)?.on;

/** Neither here nor on the vehicle. */
export const isWaitedFor = (part: JobPart): boolean => ['wanted', 'ordered'].includes(stateOf(part));

export const dayAfter = (day: string, days: number): string =>
  wallTimeAt(minuteOf(day) + days * DAY_MIN).slice(0, 10);

function partFrom(line: WorkLine): JobPart | null {
  const { id, part, perhaps } = line;
  if (!part || perhaps || part.count <= 0) return null;
  return {
    id,
    label: part.label,
    count: part.count,
    price: part.price,
    supplier: part.item?.supplier ?? '',
    ...(part.item ? { item: part.item.id } : {}),
    leadDays: part.leadDays,
    steps: [],
  };
}

/**
 * The parts of a job after its stage was taken into work with `lines`. What was ordered or came stays as it was, also where the
 * package asks for it no more; what is only wanted follows the package; what was added by hand stays.
 */
export function partsAfter(parts: readonly JobPart[], lines: readonly WorkLine[]): JobPart[] {
  const asked = lines.flatMap((line) => partFrom(line) ?? []);
  const before = new Map(parts.map((part) => [part.id, part]));
  const kept = parts.filter(
    ({ id, steps }) => !asked.some((one) => one.id === id) && (steps.length > 0 || isOwn(id)),
  );
  return [
    ...asked.map((one) => {
      const was = before.get(one.id);
      if (!was) return one;
      return was.steps.length > 0 ? was : { ...one, ...(was.supplier ? { supplier: was.supplier } : {}) };
    }),
    ...kept,
  ];
}

const OWN = 'own-';
/** Whether a part was added by hand and not by a rule. */
export const isOwn = (id: string): boolean => id.startsWith(OWN);
/** An id for a part that is added by hand. */
export function ownId(parts: readonly JobPart[]): string {
  const numbers = parts.filter(({ id }) => isOwn(id)).map(({ id }) => Number(id.slice(OWN.length)) || 0);
  return `${OWN}${Math.max(0, ...numbers) + 1}`;
}

/** What a package asks for now where that is another thing than what was ordered; null where it is the same, or nothing. */
export function asksInstead(part: JobPart, lines: readonly WorkLine[]): string | null {
  if (isOwn(part.id) || part.steps.length === 0) return null;
  const line = lines.find(({ id }) => id === part.id);
  const now = line && partFrom(line);
  if (!now) return 'nothing of the kind';
  const same = now.label === part.label && now.count === part.count;
  return same ? null : `${now.count} × ${now.label}`;
}

/** The day that a part is there, as far as that is known: one that nobody ordered, if it were ordered `today`. */
function thereOn(part: JobPart, today: string): string | undefined {
  switch (stateOf(part)) {
    case 'arrived':
    case 'fitted':
      return dayOfState(part, 'arrived') ?? dayOfState(part, 'fitted');
    case 'ordered':
      return part.expectedOn ?? dayAfter(dayOfState(part, 'ordered') ?? today, part.leadDays);
    case 'wanted':
      return dayAfter(today, part.leadDays);
    case 'returned':
      return undefined;
  }
}

/** A task that waits for a part waits for the last of all that it needs. */
function withArrival(task: JobTask, parts: readonly JobPart[], changed: string, today: string): JobTask {
  const ids = [task.id, ...(task.parts ?? [])];
  if (!ids.includes(changed)) return task;
  const days = parts.filter(({ id }) => ids.includes(id)).map((part) => thereOn(part, today));
  const last = days
    .filter((day) => day !== undefined)
    .sort()
    .at(-1);
  return last ? { ...task, arrivesOn: last } : task;
}

export type PartChange = {
  id: string;
  state: PartState;
  /** What was agreed on with it. */
  expectedOn?: string;
  supplier?: string;
  price?: number | null;
};

/**
 * The work of a job after something became of one of its parts on a day: tasks that wait for it are moved to when it is there.
 * Null where a part cannot come to that state from where it is, or is no part of the job.
 */
export function withPartStep(
  work: JobWork,
  { id, state, ...agreed }: PartChange,
  { on, by }: Omit<PartStep, 'state'>,
): JobWork | null {
  const part = work.parts.find((one) => one.id === id);
  if (!part || !NEXT_STATES[stateOf(part)].includes(state)) return null;
  const { expectedOn: before, ...rest } = part;
  const expectedOn = agreed.expectedOn ?? (state === 'wanted' ? undefined : before);
  const next: JobPart = {
    ...rest,
    ...(agreed.supplier === undefined ? {} : { supplier: agreed.supplier }),
    ...(agreed.price === undefined ? {} : { price: agreed.price }),
    ...(expectedOn ? { expectedOn } : {}),
    steps: [...part.steps, { state, on, by }],
  };
  const parts = work.parts.map((one) => (one.id === id ? next : one));
  return { ...work, parts, tasks: work.tasks.map((task) => withArrival(task, parts, id, on)) };
}
