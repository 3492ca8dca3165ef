import { prepareDatabase } from '../../command/prepare';
import { ensureDatabase, startCluster } from '../../command/cluster';

/** The demo shop, loaded once: whoever needs one of its own begins from a copy. */
const TEMPLATE = 'demo_shop';

/** A database of its own with the demo shop in it, made anew. */
export async function demoDatabase(name: string): Promise<string> {
  return ensureDatabase(await startCluster('test-postgres'), name, true, TEMPLATE);
}

/** A cluster of the tests' own with the demo shop to copy from. `DATABASE_URL` is left alone. */
export default async function setup(): Promise<() => void> {
  const cluster = await startCluster('test-postgres');
  await prepareDatabase(await ensureDatabase(cluster, TEMPLATE, true));
  return () => cluster.stop();
}
