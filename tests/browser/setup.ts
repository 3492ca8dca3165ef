import { buildIfStale } from '../../command/build';
import { ensureDatabase, startCluster } from '../../command/cluster';
import { prepareDatabase } from '../../command/start';

/** The demo shop, loaded once: each file begins from a copy of it. */
export const TEMPLATE = 'demo_shop';

/** The built application and a cluster of the tests' own; each file makes its database in it. */
export default async function setup(): Promise<() => void> {
  buildIfStale();
  const cluster = await startCluster('browser-postgres');
  await prepareDatabase(await ensureDatabase(cluster, TEMPLATE, true));
  return () => cluster.stop();
}
