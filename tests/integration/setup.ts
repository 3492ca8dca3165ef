import type { TestProject } from 'vitest/node';
import { prepareDatabase } from '../../command/prepare';
import { ensureDatabase, startCluster } from '../../command/cluster';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** The demo shop, loaded once: whoever needs one of its own begins from a copy. */
const TEMPLATE = 'demo_shop';

/** A database of its own with the demo shop in it, made anew. */
export async function demoDatabase(name: string): Promise<string> {
  return ensureDatabase(await startCluster('test-postgres'), name, true, TEMPLATE);
}

/** A cluster of the tests' own, a database made anew with the demo shop in it. `DATABASE_URL` is left alone. */
export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startCluster('test-postgres');
  await prepareDatabase(await ensureDatabase(cluster, TEMPLATE, true));
  project.provide('databaseUrl', await demoDatabase('integration'));
  return () => cluster.stop();
}
