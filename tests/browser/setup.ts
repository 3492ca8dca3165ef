import { buildIfStale } from '../../command/build';
import { startCluster } from '../../command/cluster';

/** The built application and a cluster of the tests' own; each file makes its database in it. */
export default async function setup(): Promise<() => void> {
  buildIfStale();
  const cluster = await startCluster('browser-postgres');
  return () => cluster.stop();
}
