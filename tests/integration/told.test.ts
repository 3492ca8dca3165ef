import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { connect, transaction, type Connection } from '../../data/client';
import { importBuild } from '../../server/jobs';
import { earOf, type Ear } from '../../server/told';
import { as, value } from '../actor';
import { exampleFile } from '../example';
import { DEMO, fetchAs } from '../signedIn';
import { ownShop } from './ownShop';

let connection: Connection;
let ear: Ear;
let server: Server;
let url: string;
beforeAll(async () => {
  buildIfStale();
  url = await ownShop();
  connection = connect(url);
  ear = earOf(url);
  server = await serve(url, '127.0.0.1', 0);
});
afterAll(async () => {
  await ear.close();
  await server.stop();
  await connection.close();
});

const made = async () => value(await importBuild(as(connection.ofShop(1)), exampleFile()));

/** What one who follows is told, one after the other: waits for the next. */
function heard() {
  const told: (number | null)[] = [];
  let wake = (): void => undefined;
  const stop = ear.follow((changed) => {
    told.push(changed && changed.jobId);
    wake();
  });
  const next = async (): Promise<number | null> => {
    while (told.length === 0) await new Promise<void>((resolve) => (wake = resolve));
    return told.shift() ?? null;
  };
  return { told, next, stop };
}

test('each change of a job is told once it is committed, with its number, whatever of it changed', async () => {
  const database = connection.ofShop(1);
  const { jobId, stageId } = await made();
  const { next, told, stop } = heard();
  // Open: all are told to look.
  expect(await next()).toBeNull();
  await transaction(database, async (tx) => {
    await tx.execute(sql`update stages set version = version where id = ${stageId}`);
    await tx.execute(sql`update jobs set version = version where id = ${jobId}`);
    expect(told).toEqual([]);
  });
  // Two changes of one transaction are one message.
  expect(await next()).toBe(jobId);
  await database.execute(
    sql`update vehicles set version = version where id = (select vehicle_id from jobs where id = ${jobId})`,
  );
  expect(await next()).toBe(jobId);
  await expect(
    transaction(database, async (tx) => {
      await tx.execute(sql`update jobs set version = version where id = ${jobId}`);
      throw new Error('taken back');
    }),
  ).rejects.toThrow('taken back');
  const other = await made();
  expect(await next()).toBe(other.jobId);
  await database.execute(sql`delete from stages where id = ${other.stageId}`);
  expect(await next()).toBe(other.jobId);
  stop();
});

test('an ear that was cut off listens again, and everybody is told to look', async () => {
  const { next, stop } = heard();
  expect(await next()).toBeNull();
  await connection.tables.execute(
    sql`select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and datname = current_database()`,
  );
  expect(await next()).toBeNull();
  const { jobId } = await made();
  expect(await next()).toBe(jobId);
  stop();
});

test('a page of another process hears it as an event, of its own job alone', async () => {
  const [mine, others] = [await made(), await made()];
  const ask = await fetchAs(server.url);
  const line = await ask(`/api/jobs/${mine.jobId}/events`);
  expect(line.headers.get('content-type')).toBe('text/event-stream');
  const reader = line.body?.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const until = async (count: number): Promise<void> => {
    while (text.split('data: changed').length - 1 < count) text += (await reader?.read())?.value ?? '';
  };
  // Told to look once it is open.
  await until(1);
  await connection.ofShop(1).execute(sql`update jobs set version = version where id = ${others.jobId}`);
  await connection.ofShop(1).execute(sql`update jobs set version = version where id = ${mine.jobId}`);
  await until(2);
  expect(text.split('data: changed')).toHaveLength(3);
  await reader?.cancel();
  expect((await ask(`/api/jobs/${mine.jobId}/events`, { method: 'HEAD' })).status).toBe(200);
});

test('who is on a job is told to whoever has it open, with where; who fell silent or left is not', async () => {
  const { jobId } = await made();
  const [ansa, odo] = await Promise.all([fetchAs(server.url, DEMO.owner), fetchAs(server.url, DEMO.fitter)]);
  const at = `/api/jobs/${jobId}/where`;
  const say = async (ask: typeof ansa, body: object) => {
    const answer = await ask(at, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return { status: answer.status, body: (await answer.json()) as unknown };
  };
  const { told, next, stop } = heard();
  expect(await next()).toBeNull();
  await say(ansa, { page: 'page-of-ansa', leaf: 'fit' });
  expect(await next()).toBe(jobId);
  const here = { page: 'page-of-odo', leaf: 'measure', field: 'vehicle.label', label: 'Name' };
  const both = [
    { page: 'page-of-ansa', person: 'Ansa Brekk', leaf: 'fit', field: '', label: '' },
    { ...here, person: 'Odo Tallin' },
  ];
  expect(await say(odo, here)).toEqual({ status: 200, body: both });
  expect(await next()).toBe(jobId);
  // Still there: known, and no news to anybody. What is told next is of what is changed next.
  await say(odo, here);
  expect(told).toEqual([]);
  await say(odo, { ...here, field: '', label: '' });
  expect(await next()).toBe(jobId);
  await say(odo, here);
  expect(await next()).toBe(jobId);
  // Another shop sees neither, and whoever fell silent is gone for all.
  await connection
    .ofShop(1)
    .execute(sql`update whereabouts set at = at - interval '2 minutes' where page = 'page-of-ansa'`);
  expect(await (await ansa(at)).json()).toEqual([both[1]]);
  await say(odo, { page: here.page, leaf: null });
  expect(await (await ansa(at)).json()).toEqual([]);
  expect((await say(odo, { ...here, page: 'x' })).status).toBe(422);
  expect((await say(odo, { ...here, leaf: 'half a \ud83d' })).status).toBe(422);
  expect((await ansa('/api/jobs/99999/where')).status).toBe(404);
  stop();
});
