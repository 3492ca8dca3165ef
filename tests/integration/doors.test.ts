import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { sql } from 'drizzle-orm';
import { ensureDatabase, freePort, startCluster, type Cluster } from '../../command/cluster';
import { prepareDatabase } from '../../command/prepare';
import { serve } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { documents } from '../../server/documents';
import { importBuild, jobLines, sheetData } from '../../server/jobs';
import { writeLog } from '../../server/log';
import { NO_WORK } from '../../core/work/noWork';
import { jobWorkSchema } from '../../core/format/jobWork';
import { stageById } from '../../data/documents';
import { as, value } from '../actor';
import { fetchAs } from '../signedIn';
import { demoDatabase } from './setup';
import { exampleFile } from '../example';

let cluster: Cluster;
let connection: Connection;
let state = '';
const db = () => connection.ofShop(1);
beforeAll(async () => {
  cluster = await startCluster('test-postgres');
  const url = await demoDatabase('doors');
  connection = connect(url);
  state = mkdtempSync(join(tmpdir(), 'vexlo-doors-'));
});
afterAll(async () => {
  await connection.close();
  rmSync(state, { recursive: true, force: true });
});

const vexlo = (args: string[], env: NodeJS.ProcessEnv) =>
  spawnSync(join(process.cwd(), 'vexlo'), args, {
    encoding: 'utf8',
    env: { ...process.env, VEXLO_STATE: state, ...env },
  });

describe('what a start is told', () => {
  test('a database that cannot be reached, with the cure', async () => {
    const port = (await freePort()) ?? 0;
    const run = vexlo(['start'], {
      DATABASE_URL: `postgres://a:b@127.0.0.1:${port}/c`,
      PORT: String((await freePort()) ?? 0),
    });
    expect(run.status).toBe(1);
    expect(run.stderr).toMatch(/DATABASE_URL names cannot be reached.*leave DATABASE_URL out/s);
  });
  test('a database of a newer program', async () => {
    const url = await demoDatabase('newer');
    const newer = connect(url);
    await newer.tables.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 99999999999999)`,
    );
    await newer.close();
    await expect(prepareDatabase(url)).rejects.toThrow(/newer Vexlo.*Upgrade the program/s);
  });
  test('data of another major version, and of another user', () => {
    const own = join(state, `postgres-${process.getuid?.() ?? 0}`, 'data');
    mkdirSync(own, { recursive: true });
    writeFileSync(join(own, 'PG_VERSION'), '9\n');
    const old = vexlo(['start'], { DATABASE_URL: '' });
    expect(old.stderr).toMatch(/made by PostgreSQL 9.*install postgresql-9/s);
    rmSync(join(own, '..'), { recursive: true });
    mkdirSync(join(state, 'postgres-54321', 'data'), { recursive: true });
    const others = vexlo(['start'], { DATABASE_URL: '' });
    expect(others.stderr).toMatch(/system user with the number 54321.*not yours/s);
  });
  test('a run that was written half counts as none', () => {
    writeFileSync(join(state, 'run.json'), '');
    expect(vexlo(['stop'], {}).stdout).toContain('not running');
  });
  test('assess into a reader that has seen enough', () => {
    const file = join(state, 'build.json');
    writeFileSync(file, JSON.stringify({ ...exampleFile(), use: { grid: { lock: 181, travel: 121 } } }));
    const run = spawnSync(
      'bash',
      ['-c', `"$0" assess "$1" | head -c 10`, join(process.cwd(), 'vexlo'), file],
      { encoding: 'utf8' },
    );
    expect(run.stderr).toBe('');
  });
});

test('a demo that was cut short is begun again, whole and once', async () => {
  const url = await demoDatabase('cut_short');
  const own = connect(url);
  const whole = (await jobLines(own.ofShop(1))).map(({ number }) => number);
  // As a load leaves it that was killed before its end: everything but the shop.
  await own.ofShop(1).execute(sql`update shop set whole = false`);
  await own.close();
  await prepareDatabase(url);
  const again = connect(url);
  expect((await jobLines(again.ofShop(1))).map(({ number }) => number)).toEqual(whole);
  await again.close();
});

test('an entry of one job’s log is told where it comes into another’s', async () => {
  const [one, two] = await Promise.all([
    importBuild(as(db()), exampleFile()),
    importBuild(as(db()), exampleFile()),
  ]);
  const note = {
    kind: 'note',
    id: '6f1a2b3c-0000-4000-8000-00000000abcd',
    at: '2026-03-02T10:00',
    by: 'x',
    stageId: value(one).stageId,
    words: 'seen',
  } as never;
  expect((await writeLog(as(db()), value(one).jobId, [note])).ok).toBe(true);
  expect((await writeLog(as(db()), value(one).jobId, [note])).ok).toBe(true);
  expect(await writeLog(as(db()), value(two).jobId, [note])).toMatchObject({
    ok: false,
    refusal: { status: 422, faults: [{ path: '0.id' }] },
  });
});

test('a task by a name that every object has is refused', () => {
  const task = (id: string) =>
    jobWorkSchema.safeParse({
      ...NO_WORK,
      tasks: [{ id, label: 'x', workMin: 5, dryMin: 0, needs: [], inBay: true }],
    }).success;
  expect(task('paint')).toBe(true);
  for (const id of ['constructor', 'tostring', 'valueof']) expect(task(id)).toBe(id !== 'constructor');
});

test('what can be taken back is one’s own', async () => {
  const { jobId, stageId } = value(await importBuild(as(db(), 'Ansa'), exampleFile()));
  const row = await stageById(db(), stageId);
  const document = { ...row?.document, package: { ...row?.document.package, spacerMm: 7 } };
  const [stored] = value(
    await documents.save(as(db(), 'Bela'), [
      { subject: 'stage', id: stageId, version: row?.version ?? 0, document },
    ]),
  );
  expect(stored?.undo).toMatchObject({ since: [] });
  const seenBy = async (name: string) => (await sheetData(db(), jobId, name))?.stages.at(-1)?.undo;
  expect(await seenBy('Bela')).toMatchObject({ since: [] });
  expect(await seenBy('Ansa')).toBeNull();
});

test('every page warns while others reach a shop where nobody has a password', async () => {
  const url = await ensureDatabase(cluster, 'doors');
  const open = await serve(url, '127.0.0.1', 0, { VEXLO_REACHED: 'yes' });
  try {
    const ask = await fetchAs(open.url);
    for (const path of ['/', '/catalog', '/lessons', '/sign-in'])
      expect(await (await ask(path)).text(), path).toContain('nobody has a password');
  } finally {
    await open.stop();
  }
});
