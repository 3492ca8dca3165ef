import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { readFileSync, statSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { clusterFolder, ensureDatabase, freePort, postmasterOf, startCluster } from '../../command/cluster';
import { MIGRATIONS } from '../../command/paths';
import { connect, migrateTables, transaction } from '../../data/client';
import { addPerson } from '../../data/people';
import { openShop, shopSettings } from '../../data/shop';
import { serve, type Server } from '../../command/serve';
import { demoTexts, exampleFile } from '../example';
import { cookieAt } from '../signedIn';
import { ownShop } from './ownShop';

/** Where strangers knock: other names, other sites, broken characters, too much work, a database that goes away. */
let server: Server;
let shopUrl: string;
let cookie: string;
beforeAll(async () => {
  buildIfStale();
  shopUrl = await ownShop();
  server = await serve(shopUrl, '127.0.0.1', 0, {
    VEXLO_HOSTS: 'bench.shop',
  });
  cookie = await cookieAt(server.url);
});
afterAll(() => server.stop());

type Answer = { status: number; headers: Record<string, string | string[] | undefined>; text: string };
/** A request with every header as it is given: `fetch` would not send another Host. */
function ask(
  path: string,
  headers: Record<string, string> = {},
  method = 'GET',
  body = '',
  at = server,
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const { hostname, port } = new URL(at.url);
    const asked = request(
      { hostname, port, path, method, headers: { cookie, ...headers }, timeout: 60_000 },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8').on('data', (part: string) => (text += part));
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
      },
    );
    asked.once('error', reject);
    asked.end(body);
  });
}
const JSON_BODY = { 'content-type': 'application/json' };
const post = (path: string, body: string, headers: Record<string, string> = {}): Promise<Answer> =>
  ask(path, { ...JSON_BODY, ...headers }, 'POST', body);

describe('by which name', () => {
  test('its own names are answered, another name that points here is not, whatever is asked', async () => {
    for (const host of ['127.0.0.1', 'localhost:80', 'bench.shop', 'bench.shop:4620'])
      expect((await ask('/api/health', { host })).status, host).toBe(200);
    for (const [path, method] of [
      ['/', 'GET'],
      ['/api/jobs', 'POST'],
      ['/api/stages/1', 'DELETE'],
      ['/mark.svg', 'GET'],
    ] as const) {
      const { status, text } = await ask(path, { host: 'rebound.example' }, method);
      expect(status, path).toBe(421);
      expect(text).toContain('VEXLO_HOSTS');
    }
  });

  test('a change that another site asked for is not made', async () => {
    for (const origin of ['https://elsewhere.example', 'null', 'http://127.0.0.1:1'])
      expect((await ask('/api/stages/1', { origin }, 'DELETE')).status, origin).toBe(403);
  });
});

test('every answer says what may be done with it, and a page which scripts may run', async () => {
  const names = ['x-content-type-options', 'x-frame-options', 'referrer-policy', 'permissions-policy'];
  for (const path of ['/', '/api/health', '/mark.svg', '/nothing-here', '/api/nothing-here']) {
    const { headers } = await ask(path);
    for (const name of names) expect(headers[name], `${path} ${name}`).toBeTruthy();
    expect(headers['content-security-policy'], path).toContain("frame-ancestors 'none'");
  }
  const page = await ask('/');
  expect(page.headers['cache-control']).toBe('no-store');
  expect(page.headers['content-security-policy']).toMatch(/script-src 'self' 'sha256-/);
  expect(page.headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/);
  const file = /\/_astro\/[\w.-]+\.js/.exec(page.text)?.[0] ?? '';
  const hashed = await ask(file, { 'accept-encoding': 'br' });
  expect(hashed.headers['cache-control']).toContain('immutable');
  expect(hashed.headers['content-encoding']).toBe('br');
  // As small as it gets, for those too who come by a name over http and are offered no Brotli.
  const [whole, small, zipped] = await Promise.all(
    ['identity', 'br', 'gzip'].map((encoding) => ask(file, { 'accept-encoding': encoding })),
  );
  expect([whole?.headers['content-encoding'], zipped?.headers['content-encoding']]).toEqual([
    undefined,
    'gzip',
  ]);
  const [all = 0, br = 0, gz = 0] = [whole, small, zipped].map((one) =>
    Number(one?.headers['content-length']),
  );
  expect(br).toBeGreaterThan(0);
  expect(br).toBeLessThan(gz);
  expect(gz).toBeLessThan(all);
  const none = await ask(file.replace('.js', '.none.js'));
  expect([none.status, none.headers['cache-control']]).toEqual([404, 'no-store']);
  const part = await ask(file, { 'accept-encoding': 'br', range: 'bytes=10-19' });
  expect([part.status, part.headers['content-encoding'], part.text.length]).toEqual([206, undefined, 10]);
});

describe('what cannot be kept', () => {
  const half = exampleFile();
  const marked = JSON.stringify(half).replace('"label":"', '"label":"\\ud83d');
  test('half an emoji is refused by its path, in x- keys too, and the front page goes on', async () => {
    const refused = await post('/api/import', marked);
    expect(refused.status).toBe(422);
    expect(refused.text).toMatch(/vehicle\.label/);
    const hidden = await post('/api/import', JSON.stringify({ ...half, 'x-note': 'a\0b' }));
    expect(hidden.status).toBe(422);
    expect(hidden.text).toContain('x-note');
    expect((await ask('/')).status).toBe(200);
  });
  test('a NUL in an address is refused in words', async () => {
    expect((await ask('/api/catalog/items?find=a%00b')).status).not.toBe(500);
    expect((await ask('/api/jobs/1/photos/a%00b')).status).not.toBe(500);
  });
  test('nesting without end is refused, not followed', async () => {
    const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`;
    const refused = await post('/api/assess', deep);
    expect(refused.status).toBe(422);
    expect(refused.text).toContain('nested deeper');
  });
  test('more work than a page needs is refused with the bound', async () => {
    const heavy = exampleFile();
    const corner = heavy.vehicle.corners.front;
    const points = Array.from({ length: 2000 }, (_, i) => [i % 2 ? 400 : -400, 900, 300 + (i % 100)]);
    const obstacles = Array.from({ length: 20 }, (_, i) => ({ ...corner.obstacles[0], id: `o${i}`, points }));
    const refused = await post(
      '/api/assess',
      JSON.stringify({
        ...heavy,
        vehicle: { ...heavy.vehicle, corners: { ...heavy.vehicle.corners, front: { ...corner, obstacles } } },
        use: { ...heavy.use, grid: { lock: 181, travel: 121 } },
      }),
    );
    expect(refused.status).toBe(422);
    expect(refused.text).toContain('use.grid');
  });
});

test('light requests are answered while heavy ones are computed', async () => {
  const HEAVY = 12;
  const demo = JSON.parse(demoTexts['halyard-2-full-build'] ?? '') as { use: object };
  const body = JSON.stringify({ ...demo, use: { ...demo.use, grid: { lock: 181, travel: 121 } } });
  let busy = true;
  const heavy = Promise.all(Array.from({ length: HEAVY }, () => post('/api/assess', body))).finally(
    () => (busy = false),
  );
  let light = 0;
  for (; busy; light++) expect((await ask('/api/health')).status).toBe(200);
  // On a slow machine those that wait too long are told that it is busy; none fails otherwise.
  const statuses = (await heavy).map(({ status }) => status);
  expect(statuses).toContain(200);
  for (const status of statuses) expect([200, 503]).toContain(status);
  // Computed where requests are answered, each heavy one would let one light one through, or none.
  expect(light).toBeGreaterThan(1.5 * HEAVY);
});

test('what frees a build, and how sure the grades of stages side by side are, is computed beside and answered', async () => {
  const demo = JSON.parse(demoTexts['holloway-2-tires-and-lift'] ?? '') as { use: object };
  const build = { ...demo, use: { ...demo.use, grid: { lock: 15, travel: 9 } } };
  const freed = await post('/api/free', JSON.stringify({ build, limits: { changes: 1 } }));
  expect(freed.status).toBe(200);
  expect(JSON.parse(freed.text)).toMatchObject({ format: 'vexlo/cures', grade: 'close' });
  const compared = await ask('/api/jobs/41/compare?as=csv');
  expect(compared.status).toBe(200);
  expect(compared.text).toMatch(/How sure that is, estimate.*% sure/);
});

describe('the database', () => {
  test('lets nobody in without the password, which only its user reads', async () => {
    const url = new URL(shopUrl);
    const enter = async (password: string): Promise<string> => {
      const client = new pg.Client({
        host: '127.0.0.1',
        port: Number(url.port),
        user: url.username,
        password,
        database: 'postgres',
      });
      try {
        await client.connect();
        await client.end();
        return 'in';
      } catch (error) {
        return (error as { code?: string }).code ?? String(error);
      }
    };
    expect(await enter(url.password)).toBe('in');
    expect(await enter('guess')).toBe('28P01');
    const folder = clusterFolder('test-postgres');
    expect(statSync(join(folder, 'password')).mode & 0o077).toBe(0);
    expect(readFileSync(join(folder, 'data', 'pg_hba.conf'), 'utf8')).not.toMatch(/^[^#\n]*\btrust\b/m);
  });

  test('a connection that breaks before its transaction began goes back: there is one for the next', async () => {
    const { ofShop, close } = connect(shopUrl);
    const database = ofShop(1);
    const cut = (client: pg.PoolClient): void => {
      (client as unknown as { connection: { stream: { destroy: () => void } } }).connection.stream.destroy();
    };
    database.$client.on('acquire', cut);
    // More of them than the pool has connections.
    for (let i = 0; i < 12; i++)
      await expect(transaction(database, () => Promise.resolve())).rejects.toThrow(
        /terminated|ended|closed/i,
      );
    database.$client.off('acquire', cut);
    const read = await transaction(database, (tx) => tx.execute(sql`select 1 as one`));
    expect(read.rows).toEqual([{ one: 1 }]);
    await close();
  });

  test('goes and comes back: the server lives, says so in words, and works again by itself', async () => {
    const cluster = await startCluster('edge-postgres');
    const url = await ensureDatabase(cluster, 'edge', true);
    // A shop without jobs is enough to be lost and found.
    const empty = connect(url, true);
    await migrateTables(empty.tables, MIGRATIONS);
    const known = connect(shopUrl);
    const settings = await shopSettings(known.ofShop(1));
    await known.close();
    if (!settings) throw new Error('the demo has a shop');
    const shopId = (await openShop(empty.everyShop, 'Bench', settings.document)) ?? 0;
    const somebody = await addPerson(empty.ofShop(shopId), 'Ansa', 'owner');
    await empty.close();
    const own = await serve(url, '127.0.0.1', 0);
    const there = { cookie: await cookieAt(own.url, somebody?.id) };
    const data = join(clusterFolder('edge-postgres'), 'data');
    const signal = (name: NodeJS.Signals): void => {
      const pid = postmasterOf(data);
      if (pid !== undefined) process.kill(pid, name);
    };
    try {
      expect((await ask('/api/health?ready', {}, 'GET', '', own)).status).toBe(200);
      // In the middle of a transaction: the connection is lost while it is held.
      const held = Array.from({ length: 8 }, () =>
        ask('/api/import', { ...JSON_BODY, ...there }, 'POST', JSON.stringify(exampleFile()), own),
      );
      signal('SIGQUIT');
      for (const { status } of await Promise.all(held)) expect([201, 503]).toContain(status);
      const gone = await ask('/', there, 'GET', '', own);
      expect(gone.status).toBe(503);
      expect(gone.headers['retry-after']).toBeTruthy();
      expect((await ask('/api/health', {}, 'GET', '', own)).status).toBe(200);
      expect((await ask('/api/health?ready', {}, 'GET', '', own)).status).toBe(503);
      await startCluster('edge-postgres');
      expect((await ask('/', there, 'GET', '', own)).status).toBe(200);
      expect(own.process.exitCode).toBeNull();
    } finally {
      await own.stop();
      (await startCluster('edge-postgres')).stop();
    }
  });
});

test('a killed parent leaves no server behind', async () => {
  const port = (await freePort()) ?? 0;
  const parent: ChildProcess = spawn(
    process.execPath,
    [
      '-e',
      `require('node:child_process').spawn(process.execPath, ['dist/http.mjs'], { stdio: 'ignore', detached: true, env: process.env }); setInterval(() => 0, 1000)`,
    ],
    {
      stdio: 'ignore',
      env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', DATABASE_URL: shopUrl },
    },
  );
  const up = async (): Promise<boolean> =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
  const until = async (wanted: boolean): Promise<void> => {
    for (let i = 0; i < 600 && (await up()) !== wanted; i++)
      await new Promise((done) => setTimeout(done, 100));
    expect(await up()).toBe(wanted);
  };
  await until(true);
  parent.kill('SIGKILL');
  await until(false);
});

test('a host that others reach is refused until it is asked for in words', () => {
  const run = spawnSync(join(process.cwd(), 'vexlo'), ['start'], {
    encoding: 'utf8',
    env: { ...process.env, HOST: '0.0.0.0', VEXLO_OPEN: '' },
  });
  expect(run.status).toBe(1);
  expect(run.stderr).toContain('VEXLO_OPEN=yes');
});
