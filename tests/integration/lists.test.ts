import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { readBuild } from '../../core/format/read';
import { sureOrCertain } from '../../core/sureOrCertain';
import { connect, type Connection } from '../../data/client';
import { customersWithVehicles } from '../../data/customers';
import { keptLearnedOf } from '../../data/keptLearned';
import { jobLines, jobsPage, jobsQuery, type JobLine } from '../../server/jobs';
import { dueVehicles } from '../../server/due';
import { learned } from '../../server/learned';
import { writeLog } from '../../server/log';
import { contextIn } from '../actor';
import { fetchAs } from '../signedIn';
import { ownShop } from './ownShop';

/** Lists that the server searches, sorts and cuts into pages, against a plain filter over everything. */
let server: Server;
let connection: Connection;
let ask: Awaited<ReturnType<typeof fetchAs>>;
const db = () => connection.ofShop(1);
beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  ask = await fetchAs(server.url);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});
const read = async <T>(path: string): Promise<T> => (await (await ask(path)).json()) as T;

describe('how sure the grades on a list are', () => {
  test('is what the core says of each build, null where chance has no say; a stage of nothing is left out', async () => {
    const stages = (await jobLines(db())).flatMap((job) => job.stages.map(({ id }) => id)).slice(0, 6);
    const sure = await read<Record<string, unknown>>(`/api/stages/sureness?stages=${stages.join(',')}`);
    expect(Object.keys(sure).map(Number)).toEqual([...stages].sort((a, b) => a - b));
    for (const id of stages.slice(0, 2)) {
      const file = await read<unknown>(`/api/stages/${id}/build`);
      const build = readBuild(file);
      if (!build.ok) throw new Error('a stored build is one');
      expect(sure[id]).toEqual(sureOrCertain(build.value));
    }
    expect(Object.values(sure).some((chance) => chance !== null)).toBe(true);
    expect(await read('/api/stages/sureness?stages=999999999')).toEqual({});
  });

  test.each(['', 'x', '1,', '1,2,3,4,5,6,7'])('“%s” is no list of stages to ask about', async (stages) => {
    const answer = await ask(`/api/stages/sureness?stages=${stages}`);
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain('stages');
  });
});

describe('jobs', () => {
  const has = (job: JobLine, word: string): boolean =>
    [
      job.number,
      job.vehicle,
      job.customer,
      job.title,
      job.status,
      job.waitsFor,
      ...job.stages.flatMap(({ label, grade, tireCode }) => [label, grade, tireCode]),
    ].some((text) => text?.toLowerCase().includes(word));

  test.each(['', 'rook', 'TRIM', 'rook 245', '%', '_', '\\', 'J-00 done', 'nothing-like-it'])(
    'every word of “%s” is looked for in all that a line shows, whatever the capitals',
    async (find) => {
      const all = await jobLines(db());
      const words = find.toLowerCase().split(' ').filter(Boolean);
      for (const show of ['open', 'done'] as const) {
        const expected = all.filter(
          (job) => (job.status === 'done') === (show === 'done') && words.every((word) => has(job, word)),
        );
        const { count, rows } = await jobsPage(db(), jobsQuery.parse({ find, show }));
        expect(count).toBe(expected.length);
        expect(rows).toEqual(expected.slice(0, rows.length));
      }
    },
  );

  test('pages are the list in pieces: nothing is missing or twice, in any order', async () => {
    // More of them than one page holds.
    await connection.tables.execute(
      sql`insert into jobs (shop_id, number, vehicle_id, title, status)
        select 1, 'X-' || n, (select min(id) from vehicles where shop_id = 1), 'the same', 'done' from generate_series(1, 120) n`,
    );
    for (const sort of ['opened', 'title', 'customer'] as const) {
      const seen: number[] = [];
      for (;;) {
        const { count, rows } = await read<{ count: number; rows: { id: number }[] }>(
          `/api/jobs?show=done&sort=${sort}&from=${seen.length}`,
        );
        seen.push(...rows.map(({ id }) => id));
        if (rows.length > 0 && seen.length < count) continue;
        expect(seen).toHaveLength(count);
        break;
      }
      expect(new Set(seen).size).toBe(seen.length);
    }
    const down = await read<{ rows: { number: string }[] }>('/api/jobs?show=done&sort=number&down');
    expect(down.rows[0]?.number).toBe('X-99');
    expect((await ask('/api/jobs?sort=password')).status).toBe(422);
    expect((await ask('/api/jobs?from=-1')).status).toBe(422);
  });
});

test('customers are found by their name or by a vehicle of theirs', async () => {
  const all = (await customersWithVehicles(db())).rows;
  for (const word of ['seed', 'ROOK', '']) {
    const expected = all.filter(({ name, vehicles }) =>
      [name, ...vehicles].some((text) => text.toLowerCase().includes(word.toLowerCase())),
    );
    expect(expected.length).toBeGreaterThan(0);
    const found = await read<{ count: number; rows: typeof all }>(`/api/customers?find=${word}`);
    expect(found.count).toBe(expected.length);
    expect(found.rows).toEqual(expected.slice(0, found.rows.length));
  }
});

test('what is due comes in pieces of the whole, and what is overdue alone', async () => {
  const context = await contextIn(connection);
  const all = await dueVehicles(context);
  const due = await read<{ count: number; rows: typeof all }>('/api/due');
  expect(due.count).toBe(all.length);
  expect(due.rows.map(({ jobId }) => jobId)).toEqual(all.slice(0, due.rows.length).map(({ jobId }) => jobId));
  const over = await read<typeof due>('/api/due?over');
  expect(over.count).toBe(all.filter((one) => one.due.some(({ overdue }) => overdue)).length);
  expect(over.rows.every((one) => one.due.every(({ overdue }) => overdue))).toBe(true);
  expect((await read<typeof due>(`/api/due?from=${all.length}`)).rows).toEqual([]);
});

test('what was learned is kept, and worked out anew once a reading came in', async () => {
  const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
  expect(await read('/api/learned')).toEqual(asJson(await learned(db())));
  const kept = await keptLearnedOf(db());
  expect(kept?.document).toEqual(asJson(await learned(db())));
  // Nothing came in: it is what is kept that is read.
  await connection.tables.execute(sql`update kept_learned set document = '{"kept":true}'`);
  expect(await read('/api/learned')).toEqual({ kept: true });
  const entry = {
    kind: 'note',
    id: crypto.randomUUID(),
    at: '2026-03-02T10:00',
    by: 'x',
    words: 'seen',
  } as const;
  expect((await writeLog(await contextIn(connection), 1, [entry])).ok).toBe(true);
  expect(await read('/api/learned')).toEqual(asJson(await learned(db())));
  // The page says so at once where nothing newer is there.
  expect(await (await ask('/learned')).text()).toContain('Brier');
});
