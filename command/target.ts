import { startCluster, type Cluster } from './cluster';
import { currentRun } from './run';

export type Target = { url: string; cluster?: Cluster; started: boolean };

/** The database of this folder, or the one that `DATABASE_URL` names. */
export async function target(): Promise<Target> {
  const url = process.env['DATABASE_URL'];
  if (url) return { url, started: false };
  const running = currentRun() !== undefined;
  const cluster = await startCluster('postgres');
  return { url: cluster.url('vexlo'), cluster, started: !running };
}
