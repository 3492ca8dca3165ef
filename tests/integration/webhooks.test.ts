import { createServer, type IncomingHttpHeaders, type Server as HttpServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { text } from 'node:stream/consumers';
import { sql } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { now } from '../../server/clock';
import { importBuild } from '../../server/jobs';
import { tellOfDue } from '../../server/webhooks/due';
import type { Webhooks } from '../../server/webhooks/lines';
import { makeQuote } from '../../server/work';
import { as, value } from '../actor';
import { exampleFile, exampleQuote } from '../example';
import { cookieAt, DEMO, sendTo } from '../signedIn';
import { ownShop } from './ownShop';

/** Another program on this machine, which Vexlo calls. */
type Call = { path: string; headers: IncomingHttpHeaders; body: string };
const calls: Call[] = [];
/** What it answers the next calls with, 200 afterwards. */
const answers: number[] = [];
let program: HttpServer;
let at: string;

let server: Server;
let connection: Connection;
let owner: string;
const send = sendTo(() => server);

beforeAll(async () => {
  buildIfStale();
  program = createServer((request, response) => {
    void text(request).then((body) => {
      calls.push({ path: request.url ?? '', headers: request.headers, body });
      response.writeHead(answers.shift() ?? 200).end();
    });
  });
  await new Promise<void>((resolve) => program.listen(0, '127.0.0.1', resolve));
  at = `http://127.0.0.1:${(program.address() as AddressInfo).port}`;
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0, { VEXLO_HOOKS_INSIDE: 'yes' });
  owner = await cookieAt(server.url);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
  program.close();
});

type Made = { webhook: { id: number }; key: string };
async function made(path: string, events: string[]): Promise<Made> {
  const answer = await send('POST', '/api/webhooks', { name: path, url: `${at}/${path}`, events }, owner);
  expect(answer.status).toBe(201);
  return (await answer.json()) as Made;
}
/** Waits for what comes in its own time; a slow machine takes its own. */
const until = <T>(check: () => T | Promise<T>): Promise<T> =>
  vi.waitFor(check, { timeout: 120_000, interval: 50 });
/** The calls that reached a path for an event, once there are as many. */
const came = (path: string, count: number, event?: string): Promise<Call[]> =>
  until(() => {
    const here = calls.filter(
      (call) => call.path === `/${path}` && (event === undefined || read(call).type === event),
    );
    expect(here.length).toBeGreaterThanOrEqual(count);
    return here;
  });
const known = async (): Promise<Webhooks> =>
  (await (await send('GET', '/api/webhooks', undefined, owner)).json()) as Webhooks;
const read = ({ body }: Call) =>
  JSON.parse(body) as { type: string; timestamp: string; data: Record<string, unknown> };

test('a quote that is accepted is told once it is stored, signed, and again until it was taken', async () => {
  const { key } = await made('books', ['quote.accepted']);
  const [tried] = await came('books', 1);
  if (!tried) throw new Error('nobody called');
  expect(new Webhook(key).verify(tried.body, tried.headers as Record<string, string>)).toMatchObject({
    type: 'try',
  });
  expect(() =>
    new Webhook(key).verify(tried.body.replace('try', 'due'), tried.headers as Record<string, string>),
  ).toThrow();
  // The key is nowhere afterwards.
  const rows = await connection.everyShop.execute(sql`select w::text as row from webhooks w`);
  expect(JSON.stringify(rows.rows)).not.toContain(key.slice(8));
  expect(JSON.stringify(await known())).not.toContain(key.slice(8));

  const desk = as(connection.ofShop(1), 'Mirre Voss');
  const { jobId, stageId } = value(await importBuild(desk, exampleFile()));
  const quote = value(await makeQuote(desk, jobId, exampleQuote(stageId)));
  // Refused: nobody is told of it.
  const stale = await send(
    'POST',
    `/api/quotes/${quote.id}/accept`,
    { version: quote.version + 1, option: 0, by: 'Ilse Tarn' },
    owner,
  );
  expect(stale.status).toBe(409);
  answers.push(500);
  const taken = await send(
    'POST',
    `/api/quotes/${quote.id}/accept`,
    { version: quote.version, option: 0, by: 'Ilse Tarn' },
    owner,
  );
  expect(taken.status).toBe(200);
  const [, failed, again] = await came('books', 3);
  if (!failed || !again) throw new Error('nobody called');
  expect(again.headers['webhook-id']).toBe(failed.headers['webhook-id']);
  expect(again.body).toBe(failed.body);
  new Webhook(key).verify(again.body, again.headers as Record<string, string>);
  expect(read(again)).toMatchObject({
    type: 'quote.accepted',
    data: { job: { id: jobId }, quote: quote.number, option: 1, through: 'desk' },
  });
  // Nothing of a customer's goes out.
  expect(again.body).not.toContain('Ilse Tarn');
  await until(async () =>
    expect((await known()).calls[0]).toMatchObject({ event: 'quote.accepted', state: 'delivered', tries: 2 }),
  );
});

test('a handover is told once, however often its entry is sent', async () => {
  await made('till', ['job.released']);
  const entry = { kind: 'handed-over', id: crypto.randomUUID(), at: '2026-03-02T10:00', by: 'x', words: '' };
  for (let i = 0; i < 2; i++)
    expect((await send('POST', '/api/jobs/41/log', [entry], owner)).status).toBe(200);
  const [told] = await came('till', 1, 'job.released');
  expect(read(told as Call)).toMatchObject({
    type: 'job.released',
    data: { job: { id: 41 }, at: entry.at },
  });
  const stored = await connection.everyShop.execute(
    sql`select from webhook_calls where event = 'job.released'`,
  );
  expect(stored.rows).toHaveLength(1);
});

test('what is due is told, each once', async () => {
  const { webhook } = await made('calendar', ['due']);
  const [first] = await came('calendar', 1, 'due');
  expect(read(first as Call).data).toHaveProperty('label');
  const told = async () =>
    (await connection.everyShop.execute(sql`select about from webhook_calls where event = 'due'`)).rows
      .length;
  // The look that was asked for has been made to its end.
  await until(async () => {
    const open = await connection.everyShop.execute(
      sql`select from pgboss.job where name = 'due' and state in ('created', 'active')`,
    );
    expect(open.rows).toHaveLength(0);
  });
  const before = await told();
  await tellOfDue(connection, 1, now());
  expect(await told()).toBe(before);
  expect(before).toBeGreaterThan(0);
  expect((await send('DELETE', `/api/webhooks/${webhook.id}`, undefined, owner)).status).toBe(200);
});

test('one that wants to be called no more is called no more; one that was given up is called again by hand', async () => {
  // Of what nothing happens of meanwhile: its try, and no other call, is what the answer goes to.
  const { webhook } = await made('gone', ['quote.accepted']);
  await came('gone', 1);
  answers.push(410);
  expect((await send('POST', `/api/webhooks/${webhook.id}/try`, undefined, owner)).status).toBe(200);
  await until(async () => expect((await known()).webhooks.map(({ id }) => id)).not.toContain(webhook.id));

  const other = await made('asleep', ['quote.accepted']);
  await came('asleep', 1);
  await until(async () => expect((await known()).calls[0]?.state).toBe('delivered'));
  const {
    calls: [last],
  } = await known();
  await connection.everyShop.execute(
    sql`update webhook_calls set given_up_at = now(), delivered_at = null where id = ${last?.id ?? 0}`,
  );
  expect((await known()).calls[0]?.state).toBe('given up');
  expect((await send('POST', `/api/webhooks/calls/${last?.id ?? 0}`, undefined, owner)).status).toBe(200);
  await came('asleep', 2);
  // Another secret than it was made with: nothing is sent under a key that nobody knows.
  await connection.everyShop.execute(sql`update webhooks set key_hash = 'x' where id = ${other.webhook.id}`);
  await send('POST', `/api/webhooks/${other.webhook.id}/try`, undefined, owner);
  await until(async () => expect((await known()).calls[0]?.fault).toContain('VEXLO_SECRET'));
  await send('DELETE', `/api/webhooks/${other.webhook.id}`, undefined, owner);
});

test('it is the owner’s, and what is wrong is said by its field', async () => {
  const planner = await cookieAt(server.url, DEMO.planner);
  expect((await send('GET', '/api/webhooks', undefined, planner)).status).toBe(403);
  const wrong = await send(
    'POST',
    '/api/webhooks',
    { name: 'x', url: 'books.example', events: ['due'] },
    owner,
  );
  expect(wrong.status).toBe(422);
  expect(await wrong.json()).toMatchObject({ faults: [{ path: 'url' }] });
});
