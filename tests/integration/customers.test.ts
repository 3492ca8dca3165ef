import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { customersWithVehicles } from '../../data/customers';
import * as tables from '../../data/tables';
import { learned } from '../../server/learned';
import { DEMO, fetchAs } from '../signedIn';
import { ownShop } from './ownShop';

/** One customer's data: taken out as a file, and erased so that nothing says whose it was. */
let server: Server;
let connection: Connection;
const db = () => connection.ofShop(1);
beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

/** The customer on whose vehicles most was read: what the shop learned of them is most. */
async function wellKnown(): Promise<{ id: number; name: string; jobIds: number[] }> {
  const { rows } = await db().execute<{ id: number; name: string; jobs: number[] }>(sql`
    select c.id, c.name, array_agg(distinct j.id) as jobs from customers c
    join vehicles v on v.customer_id = c.id join jobs j on j.vehicle_id = v.id
    join log_entries l on l.job_id = j.id where l.kind = 'test-fit'
    group by c.id order by count(*) desc limit 1`);
  const [row] = rows;
  if (!row) throw new Error('the demo has readings');
  return { id: row.id, name: row.name, jobIds: row.jobs };
}

test('the owner takes everything out as one file; nobody else does', async () => {
  const { id, name, jobIds } = await wellKnown();
  const owner = await fetchAs(server.url);
  const answer = await owner(`/api/customers/${id}/data`);
  expect(answer.headers.get('content-disposition')).toContain(`customer-${id}.json`);
  const file = (await answer.json()) as {
    format: string;
    kept: ({ is: string } & Record<string, unknown>)[];
  };
  expect(file.format).toBe('vexlo/customer');
  expect(file.kept[0]).toEqual({ is: 'customer', name, note: expect.any(String) as string });
  const count = (is: string): number => file.kept.filter((row) => row.is === is).length;
  expect(count('job')).toBe(jobIds.length);
  const { rows } = await db().execute<{ n: number }>(
    sql`select count(*)::int as n from log_entries where job_id = any(${sql.raw(`array[${jobIds.join()}]`)})`,
  );
  expect(count('log entry')).toBe(rows[0]?.n);
  expect(JSON.stringify(file)).not.toMatch(/secret|shopId/i);
  for (const role of ['planner', 'fitter', 'viewer'] as const)
    expect((await (await fetchAs(server.url, DEMO[role]))(`/api/customers/${id}/data`)).status).toBe(403);
});

test('erased, nothing in the database says who it was, and what was learned is as before', async () => {
  const { id, name, jobIds } = await wellKnown();
  const owner = await fetchAs(server.url);
  const post = (path: string, body: object): Promise<Response> =>
    owner(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const [jobId = 0] = jobIds;
  const word = 'Quillmarsh Timber';
  const noted = await post(`/api/jobs/${jobId}/log`, [
    { kind: 'note', id: crypto.randomUUID(), at: '2026-03-02T10:00', by: 'x', words: `called ${word}` },
  ]);
  expect(noted.status).toBe(200);
  await db().update(tables.customers).set({ name: word, note: word }).where(eq(tables.customers.id, id));
  await db().execute(
    sql`update vehicles set label = ${word}, document = jsonb_set(document::jsonb, '{label}', to_jsonb(${word}::text))::json where customer_id = ${id}`,
  );
  await db().update(tables.jobs).set({ title: word }).where(eq(tables.jobs.id, jobId));
  const before = await learned(db());

  const path = `/api/customers/${id}/erasing`;
  const slip = await post(path, { name: 'Quillmarsh' });
  expect(slip.status).toBe(422);
  expect(await slip.text()).toContain('type it as it stands');
  expect((await customersWithVehicles(db())).rows.some((one) => one.id === id)).toBe(true);
  expect((await post(path, { name: word })).status).toBe(200);
  expect((await post(path, { name: word })).status).toBe(404);

  const { rows } = await db().execute<{ name: string }>(sql`
    select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'shop_id'`);
  for (const { name: table } of rows) {
    const found = await db().execute(
      sql.raw(`select 1 from "${table}" t where t::text like '%${word}%' or t::text like '%${name}%'`),
    );
    expect(found.rows, table).toEqual([]);
  }
  const after = await learned(db());
  const figures = (one: Awaited<ReturnType<typeof learned>>): string =>
    JSON.stringify(
      [one.accuracy, one.platforms, one.tires, one.lifts, one.people, one.photographs],
      (key, value: unknown) => (key === 'vehicle' ? '' : value),
    );
  expect(figures(after)).toBe(figures(before));
  // Its pages go on: the job is there, as nobody's.
  const job = await owner(`/jobs/${jobId}/log`);
  expect(job.status).toBe(200);
  expect(await job.text()).toContain('name erased');
  const audit = await (await owner('/api/audit')).text();
  expect(audit).toContain('erased a customer');
  expect(audit).not.toContain(word);
});
