import { wrap, type Remote } from 'comlink';
import { atom, computed, map } from 'nanostores';
import { toast } from '../../state/notices';
import type { PlannedJob, WeekPlan } from '../../../core/planning/week';
import { taskKey } from '../../../core/planning/week';
import { minuteOf } from '../../../core/time/wallClock';
import type { PlanApi } from '../../workers/plan.worker';
import { latestOnly } from '../../workers/latest';
import { wallNow } from '../../state/clock';
import { $shop, type SaveState } from '../../state/store';
import { send } from '../../state/apiClient';
import { followTold } from '../../state/told';
import { keeperOf, onItsWay, takeUpWork } from '../../state/work';
import type { OnItsWay, WorkKeeper } from '../../state/workKeeper';
import type { JobTask } from '../../../core/format/jobWork';

export type BoardJob = PlannedJob & { version: number };

export const $jobs = atom<BoardJob[]>([]);
/** The plan of what stands in `$jobs`; null while the first is worked out. */
export const $plan = atom<WeekPlan | null>(null);
/** The task under the hand, by its key. */
export const $chosen = atom<string | null>(null);

const keepers = new Map<number, WorkKeeper>();
const $onItsWay = map<Record<number, OnItsWay>>({});
/** Where what was moved on the board stands. */
export const $boardStored = computed(
  $onItsWay,
  (jobs): SaveState => onItsWay(Object.values(jobs)) ?? { kind: 'saved', at: null },
);
/** The board is all jobs: however much is done on them, it is asked for no more often, ms. */
const LEAST_MS = 1000;

function show(id: number, now: { version: number; work: BoardJob['work'] }): void {
  $jobs.set($jobs.get().map((job) => (job.id === id ? { ...job, ...now } : job)));
}

/** Takes in the jobs as the server holds them. */
export function takeJobs(jobs: readonly BoardJob[]): void {
  $jobs.set([...jobs]);
  for (const { id, version, work } of jobs) {
    const known = keepers.get(id);
    if (known) known.take({ version, work });
    else
      keepers.set(
        id,
        keeperOf(
          id,
          { version, work },
          (now) => show(id, now),
          (state) => $onItsWay.setKey(id, state),
        ),
      );
  }
}

/** The job and the task of a key of the plan. */
export function taskOf(key: string): { job: BoardJob; task: JobTask } | undefined {
  for (const job of $jobs.get())
    for (const task of job.work.tasks) if (taskKey(job.number, task.id) === key) return { job, task };
  return undefined;
}

/** What was done to tasks on this page, the newest last: each as it was and as it was made. */
export const $done = atom<readonly { key: string; before: JobTask; after: JobTask }[]>([]);

/** Takes the newest change of this page back, unless somebody else has changed that task since. */
export function undoTask(): void {
  const last = $done.get().at(-1);
  if (!last) return;
  $done.set($done.get().slice(0, -1));
  const now = taskOf(last.key)?.task;
  if (!now || JSON.stringify(now) !== JSON.stringify(last.after))
    return void toast('That task was changed by somebody else meanwhile: it stays as it is.');
  changeTask(last.key, () => last.before);
}

/** Changes one task of a job; the plan follows, and `undoTask` takes it back. */
export function editTask(key: string, change: (task: JobTask) => JobTask): void {
  const before = taskOf(key)?.task;
  if (!before) return;
  $done.set([...$done.get(), { key, before, after: change(before) }]);
  changeTask(key, change);
}

function changeTask(key: string, change: (task: JobTask) => JobTask): void {
  const found = taskOf(key);
  if (!found) return;
  void keepers.get(found.job.id)?.edit((work) => ({
    ...work,
    tasks: work.tasks.map((task) => (task.id === found.task.id ? change(task) : task)),
  }));
}

export function unlock(key: string): void {
  editTask(key, ({ locked, ...task }) => task);
}

const quarter = (): number => Math.ceil(minuteOf(wallNow()) / 15);

/** Plans anew whenever a job, the calendar or the quarter of an hour changes, and looks for others' changes. */
export function startPlanning(): () => void {
  const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
  const api: Remote<PlanApi> = wrap<PlanApi>(worker);
  const plan = latestOnly(
    (jobs: readonly BoardJob[]) => api.plan(jobs, $shop.get().calendar, minuteOf(wallNow())),
    (answer) => $plan.set(answer),
    (error) => toast(`The plan failed: ${error instanceof Error ? error.message : String(error)}`),
  );
  let planned = 0;
  const again = (): void => {
    planned = quarter();
    plan($jobs.get());
  };
  const stops = [$jobs.subscribe(again), $shop.subscribe(again)];
  for (const [id, keeper] of keepers) takeUpWork(id, keeper);
  const online = (): void => keepers.forEach((keeper) => keeper.again());
  addEventListener('online', online);
  const pollRemote = async (): Promise<boolean> => {
    const answer = await send<BoardJob[]>('GET', '/api/plan');
    if (answer.kind !== 'ok') return true;
    const known = new Map($jobs.get().map(({ id, version }) => [id, version]));
    const moved =
      answer.value.length !== known.size || answer.value.some(({ id, version }) => known.get(id) !== version);
    if (moved) takeJobs(answer.value);
    // A plan begins on a full quarter of an hour: it is the same until the next one.
    else if (quarter() !== planned) again();
    return true;
  };
  const deaf = followTold('/api/events', pollRemote, { pauseMs: LEAST_MS });
  return () => {
    stops.forEach((stop) => stop());
    removeEventListener('online', online);
    deaf();
    worker.terminate();
  };
}
