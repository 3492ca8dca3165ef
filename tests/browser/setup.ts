import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfStale } from '../../command/build';
import { ensureDatabase, startCluster } from '../../command/cluster';
import { SCRATCH } from './browser';
import { prepareDatabase } from '../../command/prepare';

/** The demo shop, loaded once: each file begins from a copy of it. */
export const TEMPLATE = 'demo_shop';

/** Ends whatever a worker's browser left: the workers are gone by now, and their browsers are known by their folder. */
function endBrowsers(): void {
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(join(SCRATCH, 'run-')))
        process.kill(Number(pid), 'SIGKILL');
    } catch {
      // It went by itself meanwhile.
    }
  rmSync(SCRATCH, { recursive: true, force: true, maxRetries: 5 });
}

/** The built application and a cluster of the tests' own; each file makes its database in it. */
export default async function setup(): Promise<() => void> {
  buildIfStale();
  const cluster = await startCluster('browser-postgres');
  await prepareDatabase(await ensureDatabase(cluster, TEMPLATE, true));
  return () => {
    endBrowsers();
    cluster.stop();
  };
}
