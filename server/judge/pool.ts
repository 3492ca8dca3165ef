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

let opened: Piscina | undefined;
function pool(): Piscina {
  opened ??= new Piscina({
    filename: join(process.cwd(), 'dist', 'judge.mjs'),
    minThreads: 1,
    // One processor is left to answer with.
    maxThreads: Math.max(1, availableParallelism() - 1),
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  });
  return opened;
}

/** The built server has threads; commands and tests compute where they are. */
const THREADS = process.env['VEXLO_THREADS'] === 'yes';

/** Does a task in a thread of its own and resolves with what it gives. Throws `Busy` where too much waits, or it takes too long. */
export async function inThread<K extends TaskName>(
  name: K,
  input: Parameters<Tasks[K]>[0],
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  if (!THREADS)
    return (await (TASKS[name] as (given: typeof input) => unknown)(input)) as Awaited<ReturnType<Tasks[K]>>;
  try {
    return (await pool().run({ name, input }, { signal: AbortSignal.timeout(LONGEST_MS) })) as Awaited<
      ReturnType<Tasks[K]>
    >;
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    if (/queue is at limit|No task queue available|aborted/i.test(words)) throw new Busy(words);
    throw error;
  }
}
