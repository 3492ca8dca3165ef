import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { ROOT } from '../../command/paths';
import { serve, type Server } from '../../command/serve';
import type { LogEntry } from '../../core/format/log';
import { connect, type Connection } from '../../data/client';
import { fetchAs } from '../signedIn';
import { ownShop } from './ownShop';

/** Programs of others, let in by a token: what each may, and until when. */
let server: Server;
let connection: Connection;
let owner: Awaited<ReturnType<typeof fetchAs>>;
beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  owner = await fetchAs(server.url);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

type Made = { token: { id: number }; secret: string };
async function made(body: object): Promise<Made> {
  const answer = await owner('/api/tokens', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'the gauge', use: 'api', days: 30, ...body }),
  });
  expect(answer.status).toBe(201);
  return (await answer.json()) as Made;
}
const by = (secret: string, path: string, method = 'GET', body?: object): Promise<Response> =>
  fetch(`${server.url}${path}`, {
    method,
    redirect: 'manual',
    headers: { authorization: `Bearer ${secret}`, 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });

test('a program does what its role may, under its own name, and nothing that is a person’s or the owner’s', async () => {
  const viewer = await made({ role: 'viewer' });
  expect((await by(viewer.secret, '/api/plan')).status).toBe(200);
  const entry = {
    kind: 'note',
    id: crypto.randomUUID(),
    at: '2026-03-02T10:00',
    by: 'Ansa Brekk',
    words: 'read',
  };
  expect((await by(viewer.secret, '/api/jobs/41/log', 'POST', [entry])).status).toBe(403);
  const fitter = await made({ role: 'fitter' });
  expect((await by(fitter.secret, '/api/jobs/41/log', 'POST', [entry])).status).toBe(200);
  const log = (await (await by(fitter.secret, '/api/jobs/41/log')).json()) as LogEntry[];
  expect(log.find(({ id }) => id === entry.id)?.by).toBe('the gauge, a program');
  const planner = await made({ role: 'planner' });
  for (const [path, method, body] of [
    ['/api/tokens', 'GET'],
    ['/api/audit', 'GET'],
    ['/api/customers/1/data', 'GET'],
    ['/api/session', 'GET'],
    ['/api/session/password', 'PUT', { was: '', password: 'quarry dust on chrome' }],
    ['/api/session/digits', 'PUT', { password: '', digits: '1234' }],
  ] as const)
    expect((await by(planner.secret, path, method, body)).status, path).toBe(403);
  // It opens no page: those are for people.
  expect((await by(planner.secret, '/')).status).toBe(303);
});

test('one that ended, was taken back, or is none lets nobody in; itself it is nowhere', async () => {
  const { token, secret } = await made({ role: 'viewer' });
  const kept = await connection.everyShop.execute(sql`select t::text as row from api_tokens t`);
  expect(JSON.stringify(kept.rows)).not.toContain(secret);
  expect(JSON.stringify(await (await owner('/api/tokens')).json())).not.toContain(secret);
  expect((await by(`${secret}x`, '/api/plan')).status).toBe(401);
  expect((await by('', '/api/plan')).status).toBe(401);
  expect((await owner(`/api/tokens/${token.id}`, { method: 'DELETE' })).status).toBe(200);
  const refused = await by(secret, '/api/plan');
  expect(refused.status).toBe(401);
  expect(await refused.text()).toContain('taken back');
  const other = await made({ role: 'viewer' });
  await connection.everyShop.execute(
    sql`update api_tokens set expires_at = now() - interval '1 minute' where id = ${other.token.id}`,
  );
  expect((await by(other.secret, '/api/plan')).status).toBe(401);
  const deeds = await (await owner('/api/audit')).text();
  expect(deeds).toContain('took a token back');
});

test('a calendar reads the calendars by its address, and nothing else by anything', async () => {
  const { secret } = await made({ name: 'wall calendar', use: 'calendar' });
  for (const path of ['/api/plan.ics', '/api/due.ics']) {
    const read = await fetch(`${server.url}${path}?token=${secret}`);
    expect(read.status).toBe(200);
    expect(await read.text()).toContain('BEGIN:VCALENDAR');
  }
  expect((await fetch(`${server.url}/api/plan?token=${secret}`)).status).toBe(401);
  expect((await by(secret, '/api/plan')).status).toBe(401);
  const api = await made({ role: 'viewer' });
  // What goes into a head is not taken from an address, which others write down.
  expect((await fetch(`${server.url}/api/plan.ics?token=${api.secret}`)).status).toBe(401);
});

test('the example of the guide reads the week and writes a reading', async () => {
  const { secret } = await made({ role: 'fitter', name: 'the example' });
  const plan = (await (await by(secret, '/api/plan')).json()) as { id: number; number: string }[];
  const [job] = plan;
  if (!job) throw new Error('the demo has work');
  const { stdout } = await promisify(execFile)(
    process.execPath,
    [join(ROOT, 'docs', 'examples', 'week.mjs'), job.number],
    { env: { ...process.env, VEXLO: server.url, TOKEN: secret } },
  );
  for (const { number } of plan) expect(stdout).toContain(number);
  expect(stdout).toContain(`written into the log of ${job.number}`);
  const log = (await (await by(secret, `/api/jobs/${job.id}/log`)).json()) as LogEntry[];
  expect(log.some((one) => one.by === 'the example, a program' && one.kind === 'test-fit')).toBe(true);
});
