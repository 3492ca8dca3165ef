import { execFile, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ensureDatabase, startCluster, type Cluster } from '../../command/cluster';
import { demoDatabase } from './setup';
import { tryBackup } from '../../command/backup';
import { connect } from '../../data/client';
import { importBuild, jobLines } from '../../server/jobs';
import { as, value } from '../actor';
import { exampleFile } from '../example';

let cluster: Cluster;
let folder = '';
beforeAll(async () => {
  cluster = await startCluster('test-postgres');
  folder = mkdtempSync(join(tmpdir(), 'backups-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Beside the test, not in its way: somebody works meanwhile. */
const vexlo = (url: string, ...args: string[]): Promise<{ status: number; stdout: string; stderr: string }> =>
  new Promise((resolve) => {
    execFile(
      join(process.cwd(), 'vexlo'),
      args,
      { env: { ...process.env, DATABASE_URL: url } },
      (error, stdout, stderr) => resolve({ status: error ? Number(error.code ?? 1) : 0, stdout, stderr }),
    );
  });
async function jobsIn(url: string): Promise<string[]> {
  const { ofShop, close } = connect(url);
  try {
    return (await jobLines(ofShop(1))).map(({ number, title }) => `${number} ${title}`).sort();
  } finally {
    await close();
  }
}

test('a shop is written while people work, and stands elsewhere as it was; a damaged file touches nothing', async () => {
  const one = await demoDatabase('backup_one');
  const before = await jobsIn(one);
  const file = join(folder, 'shop.vexlo');
  const { ofShop, close } = connect(one);
  let working = true;
  const work = (async () => {
    let made = 0;
    while (working) {
      value(await importBuild(as(ofShop(1)), exampleFile(), { title: `made ${made}` }));
      made++;
    }
    return made;
  })();
  const wrote = await vexlo(one, 'backup', file);
  working = false;
  expect(wrote.stderr + wrote.stdout).toContain('checksum was read back');
  expect(await work).toBeGreaterThan(0);
  await close();
  expect(await tryBackup(one, file)).toBeGreaterThanOrEqual(before.length);

  const two = await ensureDatabase(cluster, 'backup_two', true);
  const restored = await vexlo(two, 'restore', file);
  expect(restored.stdout).toContain('Restored the shop');
  const there = await jobsIn(two);
  expect(there).toEqual(expect.arrayContaining(before));

  // Over a shop that is there only when it is asked twice.
  const refused = await vexlo(two, 'restore', file);
  expect(refused.status).toBe(1);
  expect(refused.stderr).toContain('--replace');
  const cut = join(folder, 'cut.vexlo');
  spawnSync('cp', [file, cut]);
  truncateSync(cut, readFileSync(cut).length - 100);
  const damaged = await vexlo(two, 'restore', cut, '--replace');
  expect(damaged.status).toBe(1);
  expect(damaged.stderr).toContain('cut off');
  expect(await jobsIn(two)).toEqual(there);
  const replaced = await vexlo(two, 'restore', file, '--replace');
  expect(replaced.stdout).toMatch(/What was here is kept in .*before-restore/);
  expect(await jobsIn(two)).toEqual(there);
  rmSync(/kept in (\S+)/.exec(replaced.stdout)?.[1] ?? 'none', { force: true });
});
