import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { TASKS, type TaskName, type Tasks } from './tasks';

/** As many may wait; more are told that it is busy, which is better than an answer after a minute. */
const MOST_WAITING = 200;
/** One task may take this long before its thread is ended, ms. The heaviest that is let in takes a tenth of it. */
const LONGEST_MS = 20_000;

/** More is asked for than can be worked off; told as 503. */
export class Busy extends Error {}

const poolOf = (minThreads: number, maxThreads: number): Piscina =>
  new Piscina({
    filename: join(process.cwd(), 'dist', 'judge.mjs'),
    minThreads,
    maxThreads,
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  });

let opened: Piscina | undefined;
// One processor is left to answer with.
const pool = (): Piscina => (opened ??= poolOf(1, Math.max(1, availableParallelism() - 1)));

let behind: Piscina | undefined;
/** One thread of its own, for what nobody waits for at a page: a save is not held up by it. It goes when there is nothing to do. */
const backPool = (): Piscina => (behind ??= poolOf(0, 1));

/** The built server has threads; commands and tests compute where they are. */
const THREADS = process.env['VEXLO_THREADS'] === 'yes';

/** Does a task in a thread of its own and resolves with what it gives. Throws `Busy` where too much waits, or it takes too long. */
export async function inThread<K extends TaskName>(
  name: K,
  input: Parameters<Tasks[K]>[0],
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  return given(name, input, pool, LONGEST_MS);
}

/** The same for what is queued and takes long: in a thread of its own, for as long as is said. */
export async function inBackground<K extends TaskName>(
  name: K,
  input: Parameters<Tasks[K]>[0],
  longestMs = LONGEST_MS,
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  return given(name, input, backPool, longestMs);
}

async function given<K extends TaskName>(
  name: K,
  input: Parameters<Tasks[K]>[0],
  threads: () => Piscina,
  longestMs: number,
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  if (!THREADS)
    return (await (TASKS[name] as (given: typeof input) => unknown)(input)) as Awaited<ReturnType<Tasks[K]>>;
  try {
    return (await threads().run({ name, input }, { signal: AbortSignal.timeout(longestMs) })) as Awaited<
      ReturnType<Tasks[K]>
    >;
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    if (/queue is at limit|No task queue available|aborted/i.test(words)) throw new Busy(words);
    throw error;
  }
}
