import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { clusterFolder, postmasterOf, startCluster } from './cluster';
import { alive, clearRun, currentRun, orphanedServer } from './run';

const PATIENCE_MS = 15_000;

async function gone(pid: number): Promise<boolean> {
  for (const until = Date.now() + PATIENCE_MS; Date.now() < until;) {
    if (!alive(pid)) return true;
    await wait(20);
  }
  return false;
}

/** Ends what a killed run left: its server, its PostgreSQL. Says what it found. */
async function clearUp(): Promise<boolean> {
  const server = orphanedServer();
  if (server !== undefined) {
    console.log('The last run was killed; its server is ended.');
    process.kill(server, 'SIGTERM');
    await gone(server);
  }
  clearRun();
  const data = join(clusterFolder('postgres'), 'data');
  const running = postmasterOf(data) !== undefined;
  if (running) {
    console.log('The last run was killed; its PostgreSQL is ended.');
    (await startCluster('postgres')).stop();
  }
  return server !== undefined || running;
}

/** Asks a running `./vexlo start` to end, and waits until it has. */
export async function stop(): Promise<number> {
  const run = currentRun();
  if (!run) {
    if (!(await clearUp())) console.log('Vexlo is not running.');
    return 0;
  }
  process.kill(run.pid, 'SIGTERM');
  if (await gone(run.pid)) {
    console.log('Vexlo has stopped.');
    return 0;
  }
  console.error(`vexlo: process ${run.pid} does not end; stop it by hand: kill -9 ${run.pid}`);
  return 1;
}
