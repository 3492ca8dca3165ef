import { as } from '../actor';
import type { ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as wait } from 'node:timers/promises';
import type PgBoss from 'pg-boss';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { assess } from '../../core/assess';
import { asDelivered } from '../../core/vehicle/asDelivered';
import { connect, type Connection } from '../../data/client';
import { stagesOfJob, vehicleById } from '../../data/documents';
import { fleetProgress, startFleetSearch, type FleetProgress } from '../../server/fleet';
import { openQueue } from '../../server/queue/boss';
import { jobLines } from '../../server/jobs';
import { sql } from 'drizzle-orm';
import { readBuild } from '../../core/format/read';
import { IMPATIENT, startWorker as workerAt } from './fleetWorker';
import { demoDatabase } from './setup';

let connection: Connection;
let boss: PgBoss;
const db = () => connection.ofShop(1);
const workers: ChildProcess[] = [];

/** The newest jobs of the demo, and the vehicles that they are of: enough to be shared out. */
const JOBS_KEPT = 18;
let url = '';
beforeAll(async () => {
  url = await demoDatabase('fleet');
  connection = connect(url);
  await db().execute(
    sql`delete from jobs where id not in (select id from jobs order by id desc limit ${JOBS_KEPT})`,
  );
  await db().execute(sql`delete from vehicles where id not in (select vehicle_id from jobs)`);
  boss = await openQueue(url, connection.tables, IMPATIENT);
});
afterEach(() => {
  for (const worker of workers.splice(0))
    if (worker.exitCode === null && worker.signalCode === null) worker.kill('SIGKILL');
});
afterAll(async () => {
  await boss.stop({ graceful: false, wait: false });
  await connection.close();
});

async function startWorker(): Promise<ChildProcess> {
  const worker = await workerAt(url);
  workers.push(worker);
  return worker;
}

async function until(
  id: number,
  holds: (progress: FleetProgress) => boolean,
  what: string,
): Promise<FleetProgress> {
  for (const from = Date.now(); Date.now() - from < 150_000;) {
    const progress = await fleetProgress(db(), id);
    if (progress && holds(progress)) return progress;
    await wait(50);
  }
  throw new Error(`${what}: it did not come to that`);
}

async function demoStage(): Promise<number> {
  const job = (await jobLines(db())).find(({ customer }) => customer === 'Uplands Seed Bank');
  return (await stagesOfJob(db(), job?.id ?? 0)).find(({ position }) => position === 1)?.id ?? 0;
}

async function begin(): Promise<number> {
  const made = await startFleetSearch(as(db(), 'Tester'), boss, { stageId: await demoStage() }, IMPATIENT);
  if (!made.ok) throw new Error(JSON.stringify(made));
  return made.value.id;
}

test('a package is tried on every vehicle, each as the whole assessment would judge it', async () => {
  await startWorker();
  const id = await begin();
  const { lines, label, total } = await until(id, ({ done, total: all }) => done === all, 'all are judged');
  expect(label).toContain('245/70R17');
  expect(total).toBe(JOBS_KEPT);
  // Another bolt circle is no package; vehicles of the same body take it.
  expect(lines.find(({ platform }) => platform === 'Selk Marten')?.answer).toMatchObject({
    grade: null,
    stop: 'wheel',
  });
  const rooks = lines.filter(({ platform }) => platform === 'Haldane Rook');
  expect(rooks.some(({ answer }) => answer?.stop === null)).toBe(true);
  for (const { vehicleId, answer } of rooks.slice(0, 3)) {
    const file = (await vehicleById(db(), vehicleId))?.document;
    const stage = (
      await stagesOfJob(
        db(),
        (await jobLines(db())).find(({ customer }) => customer === 'Uplands Seed Bank')?.id ?? 0,
      )
    )[1];
    if (!file || !stage) throw new Error('the demo shop has them');
    const { tire, wheel } = stage.document.package;
    const read = readBuild({
      format: 'vexlo/build',
      version: 1,
      vehicle: file,
      package: { ...asDelivered(file), tire, wheel },
    });
    if (!read.ok) throw new Error('it reads');
    const { grade, fit } = assess(read.value);
    expect(answer?.grade).toBe(grade);
    expect(answer?.leastMm).toBeCloseTo(Math.min(fit.front.leastClearanceMm, fit.rear.leastClearanceMm), 6);
  }
});

test('a process that is killed in the middle leaves its share to another, and nothing is lost or done twice', async () => {
  const first = await startWorker();
  const id = await begin();
  const before = await until(id, ({ done }) => done >= 2, 'it has begun');
  first.kill('SIGKILL');
  await once(first, 'exit');
  const stopped = await fleetProgress(db(), id);
  expect(stopped?.done).toBeLessThan(stopped?.total ?? 0);
  // Nobody works now, and the progress is where it was: it is in the database, not in a process.
  await wait(300);
  expect((await fleetProgress(db(), id))?.done).toBe(stopped?.done);
  await Promise.all([startWorker(), startWorker()]);
  const after = await until(id, ({ done, total }) => done === total, 'the others finish it');
  const known = new Map(after.lines.map((line) => [line.vehicleId, line.answer]));
  for (const { vehicleId, answer } of before.lines) if (answer) expect(known.get(vehicleId)).toEqual(answer);
});

test('a stage that is none is refused', async () => {
  expect((await startFleetSearch(as(db()), boss, { stageId: 999_999 })).ok).toBe(false);
  expect(await fleetProgress(db(), 999_999)).toBeUndefined();
});
