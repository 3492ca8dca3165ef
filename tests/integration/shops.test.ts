import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { and, eq, getTableName, is, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { PgTable } from 'drizzle-orm/pg-core';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { readRoutes } from '../../command/apiReference';
import { buildIfStale } from '../../command/build';
import { postgresBin, startCluster } from '../../command/cluster';
import { writeBackupOf } from '../../command/backup';
import { dumpOf, readBackup } from '../../command/backupFile';
import { prepareDatabase } from '../../command/prepare';
import { serve, type Server } from '../../command/serve';
import { addShop } from '../../command/shop';
import { ROLES, type Role } from '../../core/people/rights';
import { connect, type Connection, type Database } from '../../data/client';
import { changePerson } from '../../data/people';
import { allJobs, jobById } from '../../data/jobs';
import * as tables from '../../data/tables';
import { boundTo } from '../../data/walls';
import { importBuild } from '../../server/jobs';
import { as, value } from '../actor';
import { exampleFile } from '../example';
import { cookieAt, cookiesOf, DEMO, sendTo } from '../signedIn';
import { ownShop } from './ownShop';

/** Two shops in one database, the demo and one more: neither learns anything of the other. */
let server: Server;
let url: string;
let connection: Connection;
let second: number;
/** Of the other shop, by role. */
const cookies: Partial<Record<Role, string>> = {};
/** The job of each, and the stage on it. */
let ours: { jobId: number; stageId: number };
let theirs: { jobId: number; stageId: number };
/** What is written on everything of the demo shop that is asked for. */
const SECRET = 'Hollow Vale rescue';
const folder = mkdtempSync(join(tmpdir(), 'vexlo-shops-'));
const PASSWORD = 'quarry dust on chrome';

const send = sendTo(() => server);

beforeAll(async () => {
  buildIfStale();
  url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  theirs = value(
    await importBuild(as(connection.ofShop(1)), exampleFile(), { title: SECRET, customer: SECRET }),
  );
  // Alone in the database it is open to whoever comes; afterwards it is not.
  const cookie = await cookieAt(server.url);
  expect((await send('GET', '/api/session', undefined, cookie)).status).toBe(200);
  const { secret } = await addShop(url, { name: 'Bridge Street Garage', place: '', owner: 'Ansa Brekk' });
  const entered = await send('PUT', '/api/session/link', { secret, password: PASSWORD });
  cookies.owner = cookiesOf(entered);
  second = ((await connection.everyShop.select().from(tables.shop)).find(({ id }) => id !== 1) ?? { id: 0 })
    .id;
  for (const role of ROLES.filter((one) => one !== 'owner')) {
    const made = await send('POST', '/api/people', { name: `One ${role}`, role }, cookies.owner);
    const link = ((await made.json()) as { secret: string }).secret;
    cookies[role] = cookiesOf(await send('PUT', '/api/session/link', { secret: link, password: PASSWORD }));
  }
  ours = value(await importBuild(as(connection.ofShop(second)), exampleFile(), { title: 'Own work' }));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.stop();
  await connection.close();
});

const all = Object.values<unknown>(tables).filter((one) => is(one, PgTable));
const named = (table: PgTable): string => getTableName(table);

describe('the second wall: what a connection sees', () => {
  test('every table has it, but for the five that who may sign in, anywhere, is kept in', async () => {
    const { rows } = await connection.tables.execute<{ name: string }>(sql`
      select relname as name from pg_class join pg_namespace n on n.oid = relnamespace
      where nspname = 'public' and relkind = 'r' and not (relrowsecurity and relforcerowsecurity
        and exists (select from pg_policy where polrelid = pg_class.oid))`);
    expect(rows.map(({ name }) => name).sort()).toEqual([
      'accounts',
      'sessions',
      'sign_in_tries',
      'users',
      'verifications',
    ]);
  });

  // Round the first wall: statements that name no shop, on a connection that was told one.
  const raw = (shopId: number, statement: string) => connection.ofShop(shopId).execute(sql.raw(statement));

  test('rows of another shop are not read, changed or taken out by whoever forgot to ask for a shop', async () => {
    for (const table of all) {
      const name = named(table);
      if (name === 'shop') continue;
      const columns = Object.keys(table);
      if (!columns.includes('shopId')) continue;
      const { rows } = await raw(
        second,
        `select count(*)::int as n from "${name}" where shop_id <> ${second}`,
      );
      expect(rows, name).toEqual([{ n: 0 }]);
      const there = await connection.everyShop.execute<{ n: number }>(
        sql.raw(`select count(*)::int as n from "${name}" where shop_id = 1`),
      );
      if (name === 'audit') continue;
      const changed = await raw(second, `update "${name}" set shop_id = shop_id where shop_id = 1`);
      expect(changed.rowCount, name).toBe(0);
      const gone = await raw(second, `delete from "${name}" where shop_id = 1`);
      expect(gone.rowCount, name).toBe(0);
      const after = await connection.everyShop.execute(
        sql.raw(`select count(*)::int as n from "${name}" where shop_id = 1`),
      );
      expect(after.rows, name).toEqual(there.rows);
    }
    const { rows } = await raw(second, 'select id from shop');
    expect(rows).toEqual([{ id: second }]);
  });

  test('no row is added to another shop, moved into it, or hung on something of it', async () => {
    await expect(raw(second, `insert into customers (shop_id, name) values (1, 'x')`)).rejects.toThrow();
    await expect(raw(second, `update jobs set shop_id = 1 where id = ${ours.jobId}`)).rejects.toThrow();
    await expect(
      raw(
        second,
        `insert into photos (id, job_id, width_px, height_px, jpeg, small, person)
         values ('x', ${theirs.jobId}, 1, 1, '', '', 'x')`,
      ),
    ).rejects.toThrow();
    // Not even by whom no policy binds.
    await expect(
      connection.tables.execute(
        sql.raw(
          `update jobs set vehicle_id = (select min(id) from vehicles where shop_id = 1) where id = ${ours.jobId}`,
        ),
      ),
    ).rejects.toThrow();
  });

  test('it binds an ordinary user who owns the tables too, and a backup of theirs holds every shop', async () => {
    const cluster = await startCluster('test-postgres');
    const admin = new pg.Client({ connectionString: cluster.url('postgres') });
    await admin.connect();
    await admin.query('drop database if exists plain_shops with (force)');
    await admin.query('drop role if exists plain_owner');
    await admin.query(`create role plain_owner login password 'of the test'`);
    await admin.query('create database plain_shops owner plain_owner');
    await admin.end();
    const plain = new URL(cluster.url('plain_shops'));
    plain.username = 'plain_owner';
    plain.password = 'of the test';
    process.env['VEXLO_DEMO'] = 'no';
    try {
      await prepareDatabase(plain.href);
    } finally {
      Reflect.deleteProperty(process.env, 'VEXLO_DEMO');
    }
    for (const name of ['One', 'Two']) await addShop(plain.href, { name, place: '', owner: 'Ansa' });
    const own = connect(plain.href);
    try {
      expect((await own.ofShop(2).execute(sql`select shop_id from people`)).rows).toEqual([{ shop_id: 2 }]);
      expect((await own.everyShop.execute(sql`select shop_id from people`)).rows).toHaveLength(2);
      await expect(
        own.ofShop(2).execute(sql`insert into people (shop_id, name) values (1, 'x')`),
      ).rejects.toThrow();
    } finally {
      await own.close();
    }
    const [file, dump] = ['shops.vexlo', 'dump'].map((name) => join(folder, name)) as [string, string];
    await writeBackupOf(plain.href, file);
    dumpOf(file, readBackup(file).start, dump);
    const pick = ['--data-only', '--table=people', '--file=-', dump];
    const text = execFileSync(join(postgresBin(), 'pg_restore'), pick, { encoding: 'utf8' });
    expect(text.match(/\tAnsa\t/g)).toHaveLength(2);
  });

  test('a connection that was told nothing sees nothing', async () => {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    await client.query('set role vexlo_rows');
    for (const name of ['jobs', 'people', 'shop'])
      expect((await client.query(`select count(*)::int as n from ${name}`)).rows).toEqual([{ n: 0 }]);
    await client.end();
  });
});

describe('the first wall: what a handle asks for', () => {
  // Round the second wall: on a connection that sees all of it, as who no policy binds.
  let pool: pg.Pool;
  let handle: Database;
  beforeAll(() => {
    pool = new pg.Pool({ connectionString: url });
    handle = boundTo(
      drizzle({ client: pool, schema: tables, casing: 'snake_case' }) as unknown as Database,
      second,
    );
  });
  afterAll(() => pool.end());

  test('rows of another shop are not read, joined, changed or taken out', async () => {
    expect((await pool.query('select count(distinct shop_id)::int as n from jobs')).rows).toEqual([{ n: 2 }]);
    expect((await allJobs(handle)).map(({ id }) => id)).toEqual([ours.jobId]);
    expect(await jobById(handle, theirs.jobId)).toBeUndefined();
    for (const table of all)
      if ('shopId' in table) {
        const rows = (await handle.select().from(table)) as { shopId: number }[];
        expect(
          rows.filter(({ shopId }) => shopId !== second),
          named(table),
        ).toEqual([]);
      }
    const { jobs, stages } = tables;
    const mine = (await handle.select({ id: stages.id }).from(stages)).map(({ id }) => id);
    expect(mine).toContain(ours.stageId);
    expect(mine).not.toContain(theirs.stageId);
    // Whatever it is joined on, nothing of another shop comes with it.
    const joined = await handle
      .select({ id: stages.id, title: jobs.title })
      .from(stages)
      .leftJoin(jobs, eq(jobs.id, theirs.jobId));
    expect(new Set(joined.map(({ title }) => title))).toEqual(new Set([null]));
    const crossed = await handle
      .update(stages)
      .set({ label: 'taken' })
      .where(and(eq(stages.id, theirs.stageId)))
      .returning();
    expect(crossed).toEqual([]);
    const changed = await handle.update(stages).set({ label: 'ours' }).returning({ id: stages.id });
    expect(changed.map(({ id }) => id).sort()).toEqual([...mine].sort());
    expect(await handle.delete(jobs).where(eq(jobs.id, theirs.jobId)).returning()).toEqual([]);
  });

  test('what is added is the shop’s own, whatever is said', async () => {
    const { customers } = tables;
    const [row] = await handle.insert(customers).values({ name: 'Lown Mere', shopId: 1 }).returning();
    expect(row?.shopId).toBe(second);
    const many = await handle
      .insert(customers)
      .values([{ name: 'Pell' }, { name: 'Quay' }])
      .returning();
    expect(many.map(({ shopId }) => shopId)).toEqual([second, second]);
  });
});

describe('from outside', () => {
  test('people of two shops have one name and each their own password; a shop that is named wrongly is not told apart', async () => {
    const come = (body: object): Promise<Response> => send('POST', '/api/session', body);
    const right = { shop: 'bridge street garage', name: 'ansa brekk', password: PASSWORD };
    const came = await come(right);
    expect(came.status).toBe(200);
    const list = await (await send('GET', '/', undefined, cookiesOf(came))).text();
    expect(list).toContain('Bridge Street Garage');
    expect(list).toContain('Own work');
    expect(list).not.toContain(SECRET);
    const refusals = await Promise.all(
      [{ shop: 'No such garage' }, { password: 'quarry dust on steel' }, { name: 'Nobody' }].map(
        async (wrong) => {
          const answer = await come({ ...right, ...wrong });
          return `${answer.status} ${await answer.text()}`;
        },
      ),
    );
    expect(new Set(refusals).size).toBe(1);
    expect(refusals[0]).toContain('403');
    // Without a name there is no telling which.
    expect((await come({ name: right.name, password: PASSWORD })).status).toBe(403);
    const page = await (await send('GET', '/sign-in')).text();
    expect(page).toContain('Your shop, as it is called');
    expect(page).not.toContain('Bridge Street');
    // The demo is no longer open to whoever comes by.
    expect((await send('POST', '/api/session/press', { person: DEMO.owner })).status).toBe(403);
  });

  test('a name that could not be told from another at the door is refused', async () => {
    for (const name of ['Bridge Street Garage', ' bridge street  GARAGE '])
      await expect(addShop(url, { name, place: '', owner: 'Ilse' })).rejects.toThrow(
        'a shop called “Bridge Street Garage” here already',
      );
  });

  test('somebody of another shop does not take over by digits, is not changed and gets no link', async () => {
    for (const [method, path, body] of [
      ['POST', '/api/session/digits', { person: DEMO.owner, digits: '1234' }],
      ['POST', `/api/people/${DEMO.fitter}/link`, undefined],
      ['PUT', `/api/people/${DEMO.fitter}`, { role: 'owner' }],
    ] as const)
      expect([404, 405], path).toContain((await send(method, path, body, cookies.owner)).status);
    expect(await changePerson(connection.ofShop(second), DEMO.fitter, { role: 'owner' })).toBeUndefined();
  });

  describe('every address answers each role of another shop as if there were nothing', async () => {
    const routes = await readRoutes();
    test.each(routes.filter(({ address }) => address.includes('{')))(
      '$address',
      async ({ address, methods }) => {
        const newest = async (table: string): Promise<string> => {
          const { rows } = await connection.everyShop.execute<{ id: number | string | null }>(
            sql.raw(`select max(id) as id from ${table} where shop_id = 1`),
          );
          return String(rows[0]?.id ?? 1);
        };
        const there: Readonly<Record<string, string>> = {
          jobs: String(theirs.jobId),
          stages: String(theirs.stageId),
          stage: String(theirs.stageId),
          people: String(DEMO.fitter),
          vehicles: await newest('vehicles'),
          quotes: await newest('quotes'),
          items: await newest('catalog_items'),
          imports: await newest('catalog_imports'),
          links: await newest('customer_links'),
        };
        const at = (id: (before: string) => string): string =>
          address
            .replace('{subject}', 'stage')
            .replace('{step}', 'undo')
            .replace('{kind}', 'tire')
            .replace(/(\w+)\/\{\w+\}/g, (_, before: string) => `${before}/${id(before)}`);
        const answered = async (method: string, path: string, body: object | undefined, cookie: string) => {
          const answer = await send(method, path, body, cookie);
          const isStream = answer.headers.get('content-type') === 'text/event-stream';
          if (isStream) await answer.body?.cancel();
          return { status: answer.status, text: isStream ? 'a stream' : await answer.text() };
        };
        for (const [method, { right, body }] of methods) {
          if (right === 'anybody') continue;
          for (const role of ROLES) {
            const cookie = cookies[role] ?? '';
            const sent = body ? { version: 1 } : undefined;
            const of = await answered(
              method,
              at((before) => there[before] ?? '1'),
              sent,
              cookie,
            );
            const nothing = await answered(
              method,
              at(() => '987654'),
              sent,
              cookie,
            );
            expect(of, `${method} by ${role}`).toEqual(nothing);
            expect(of.text).not.toContain(SECRET);
          }
        }
      },
    );
  });

  test('a page hears of its own shop alone', async () => {
    const line = await send('GET', '/api/events', undefined, cookies.owner);
    const reader = line.body?.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    const until = async (count: number): Promise<void> => {
      while (text.split('data: changed').length - 1 < count) text += (await reader?.read())?.value ?? '';
    };
    const touch = (shopId: number, jobId: number) =>
      connection.ofShop(shopId).execute(sql`update jobs set waits_for = waits_for where id = ${jobId}`);
    // Told to look once it is open.
    await until(1);
    await touch(1, theirs.jobId);
    await touch(second, ours.jobId);
    await until(2);
    await touch(second, ours.jobId);
    await until(3);
    expect(text.split('data: changed')).toHaveLength(4);
    await reader?.cancel();
  });

  test('and nothing of the other shop was changed by all that', async () => {
    const [job] = await connection
      .ofShop(1)
      .select()
      .from(tables.jobs)
      .where(eq(tables.jobs.id, theirs.jobId));
    expect(job).toMatchObject({ title: SECRET, version: 1 });
  });
});
