import type { ChildProcess } from 'node:child_process';
import { createServer, request, type Server as HttpServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type PgBoss from 'pg-boss';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { buildIfStale } from '../../command/build';
import { freePort } from '../../command/cluster';
import { serve, type Server } from '../../command/serve';
import type { LogEntry } from '../../core/format/log';
import { connect, type Connection } from '../../data/client';
import { logOfJob } from '../../data/log';
import { fleetProgress, startFleetSearch } from '../../server/fleet';
import { importBuild } from '../../server/jobs';
import { openQueue } from '../../server/queue/boss';
import { as, value } from '../actor';
import { exampleFile } from '../example';
import { cookieAt } from '../signedIn';
import { IMPATIENT, startWorker } from './fleetWorker';
import { ownShop } from './ownShop';

/** Two servers and two workers on one database, behind a proxy that knows of no more than who answers. */
let servers: Server[];
let workers: ChildProcess[];
let proxy: HttpServer;
let connection: Connection;
let boss: PgBoss;
let cookie: string;
let metricsPort: number;
/** How many requests each server was handed. */
const handed = [0, 0];
const db = () => connection.ofShop(1);
const at = (): string => `http://127.0.0.1:${(proxy.address() as AddressInfo).port}`;

/**
 * Hands requests on in turn, to those that did not fail yet; one that nobody takes goes to the next, one that breaks off midway is 502.
 */
function proxyOf(): HttpServer {
  let turn = 0;
  const down = new Set<number>();
  const next = (): number => {
    do turn = (turn + 1) % servers.length;
    while (down.has(turn) && down.size < servers.length);
    return turn;
  };
  return createServer((came, answer) => {
    const chunks: Buffer[] = [];
    came.on('data', (chunk: Buffer) => chunks.push(chunk));
    came.on('end', () => {
      const handOn = (tries: number): void => {
        const which = next();
        const { hostname, port } = new URL(servers[which]?.url ?? '');
        const { method, url: path, headers } = came;
        const onward = request({ hostname, port, method, path, headers, agent: false }, (answered) => {
          handed[which] = (handed[which] ?? 0) + 1;
          answer.writeHead(answered.statusCode ?? 502, answered.headers);
          answered.on('error', () => answer.destroy()).pipe(answer);
        });
        onward.once('error', (error: NodeJS.ErrnoException) => {
          down.add(which);
          if (error.code === 'ECONNREFUSED' && tries > 0) handOn(tries - 1);
          else if (answer.headersSent) answer.destroy();
          else answer.writeHead(502).end();
        });
        onward.end(Buffer.concat(chunks));
      };
      handOn(servers.length - 1);
    });
  });
}

beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  // A few vehicles are enough to be shared out.
  await db().execute(sql`delete from jobs where id not in (select id from jobs order by id desc limit 8)`);
  await db().execute(sql`delete from vehicles where id not in (select vehicle_id from jobs)`);
  boss = await openQueue(url, connection.tables, IMPATIENT);
  metricsPort = (await freePort()) ?? 0;
  const started = (env: NodeJS.ProcessEnv) =>
    freePort().then((port) => serve(url, '127.0.0.1', port ?? 0, env));
  servers = [await started({}), await started({ VEXLO_METRICS: String(metricsPort) })];
  workers = await Promise.all([startWorker(url), startWorker(url)]);
  proxy = proxyOf();
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
  cookie = await cookieAt(at());
});
afterAll(async () => {
  proxy.close();
  proxy.closeAllConnections();
  for (const worker of workers) worker.kill('SIGKILL');
  for (const server of servers) await server.stop();
  await boss.stop({ graceful: false, wait: false });
  await connection.close();
});

const PEOPLE = 6;

/** Asks as a page does: what did not come through is asked again. */
async function ask(path: string, body?: unknown): Promise<{ text: string; tries: number }> {
  for (let tries = 1; ; tries++) {
    try {
      const answer = await fetch(`${at()}${path}`, {
        headers: { cookie, 'content-type': 'application/json' },
        ...(body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }),
      });
      const text = await answer.text();
      if (answer.status < 502) {
        expect(answer.status, `${path}: ${text.slice(0, 200)}`).toBe(200);
        return { text, tries };
      }
    } catch (error) {
      if (!(error instanceof TypeError)) throw error;
    }
    await wait(50);
  }
}

test('a server and a worker are killed under load: what they had in hand is asked again, and nothing is lost or done twice', async () => {
  const { jobId, stageId } = value(await importBuild(as(db(), 'Mirre Voss'), exampleFile()));
  const search = value(await startFleetSearch(as(db(), 'Mirre Voss'), boss, { stageId }, IMPATIENT));
  const written: string[] = [];
  const again: number[] = [];
  let working = true;
  const person = async (): Promise<void> => {
    for (let i = 0; working; i++) {
      const entry = {
        kind: 'note',
        id: crypto.randomUUID(),
        at: '2026-03-02T10:00',
        by: 'x',
        words: `note ${i}`,
      };
      const { tries } = await ask(`/api/jobs/${jobId}/log`, [entry]);
      written.push(entry.id);
      again.push(tries - 1);
      again.push((await ask(i % 2 === 0 ? '/' : `/jobs/${jobId}`)).tries - 1);
    }
  };
  const load = Promise.all(Array.from({ length: PEOPLE }, person));
  const until = (holds: () => boolean): Promise<void> =>
    vi.waitFor(() => expect(holds()).toBe(true), { timeout: 200_000, interval: 20 });
  await until(() => written.length >= 2 * PEOPLE);
  expect(Math.min(...handed)).toBeGreaterThan(0);
  servers[0]?.process.kill('SIGKILL');
  workers[0]?.kill('SIGKILL');
  const before = written.length;
  await until(() => written.length >= before + 4 * PEOPLE);
  working = false;
  await load;
  // Only what the killed one had in hand, or was handed while it fell, was asked again, and the other one took it.
  expect(again.filter((tries) => tries > 0).length).toBeLessThanOrEqual(2 * PEOPLE);
  const log = (JSON.parse((await ask(`/api/jobs/${jobId}/log`)).text) as LogEntry[]).map(({ id }) => id);
  expect([...log].sort()).toEqual([...written].sort());
  expect(await logOfJob(db(), jobId)).toHaveLength(written.length);
  await vi.waitFor(
    async () => {
      const { done, total } = (await fleetProgress(db(), search.id)) ?? { done: 0, total: -1 };
      expect(done).toBe(total);
    },
    { timeout: 200_000, interval: 200 },
  );
});

test('what is taken in at one server is followed at any', async () => {
  // Told by another process than the one that is asked.
  await db().execute(
    sql`insert into progress (ticket, count, of, at) values ('elsewhere', 250, 1000, now())`,
  );
  expect(JSON.parse((await ask('/api/catalog/progress/elsewhere')).text)).toEqual({
    progress: { count: 250, of: 1000 },
  });
  expect(JSON.parse((await ask('/api/catalog/progress/nobody')).text)).toEqual({ progress: null });
});

test('a server counts what it does, at an address of its own and without names', async () => {
  const read = await fetch(`http://127.0.0.1:${metricsPort}/metrics`);
  const text = await read.text();
  expect(text).toMatch(
    /vexlo_request_seconds_count\{method="POST",route="\/api\/jobs\/\[id\]\/log",status="200"\} \d+/,
  );
  expect(text).toMatch(/vexlo_database_connections\{pool="shops",state="open"\} [1-9]/);
  expect(text).toMatch(/vexlo_queue_waiting\{queue="fleet"\} \d+/);
  expect(text).toMatch(/nodejs_eventloop_lag_p99_seconds /);
  for (const name of ['Mirre', 'Uplands', 'J-00', 'note 1']) expect(text).not.toContain(name);
  expect((await fetch(`${servers[1]?.url ?? ''}/metrics`, { redirect: 'manual' })).status).not.toBe(200);
});
