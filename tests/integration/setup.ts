import type { TestProject } from 'vitest/node';
import { prepareDatabase } from '../../command/prepare';
import { ensureDatabase, startCluster } from '../../command/cluster';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** A cluster of the tests' own, a database made anew with the demo shop in it. `DATABASE_URL` is left alone. */
export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startCluster('test-postgres');
  const url = await ensureDatabase(cluster, 'integration', true);
  await prepareDatabase(url);
  project.provide('databaseUrl', url);
  return () => cluster.stop();
}
