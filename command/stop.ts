import { setTimeout as wait } from 'node:timers/promises';
import { alive, currentRun } from './run';

const PATIENCE_MS = 15_000;

/** Asks a running `./vexlo start` to end, and waits until it has. */
export async function stop(): Promise<number> {
  const run = currentRun();
  if (!run) {
    console.log('Vexlo is not running.');
    return 0;
  }
  process.kill(run.pid, 'SIGTERM');
  for (const until = Date.now() + PATIENCE_MS; Date.now() < until;) {
    if (!alive(run.pid)) {
      console.log('Vexlo has stopped.');
      return 0;
    }
    await wait(50);
  }
  console.error(`vexlo: process ${run.pid} does not end; stop it by hand: kill -9 ${run.pid}`);
  return 1;
}
