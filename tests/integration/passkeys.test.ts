import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import type { PasskeyLine } from '../../core/people/passkey';
import { connect, type Connection } from '../../data/client';
import { passkeyDevice } from '../passkeyDevice';
import { cookieAt, cookiesOf, DEMO, sendTo } from '../signedIn';
import { ownShop } from './ownShop';

/** Passkeys: who comes in by one, and by what nobody does. Reached by a name, as browsers ask. */
let server: Server;
let connection: Connection;
let origin: string;
let odo: string;
const send = sendTo(() => ({ url: origin }));
beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  origin = server.url.replace('127.0.0.1', 'localhost');
  odo = await cookieAt(origin, DEMO.fitter);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

type Device = ReturnType<typeof passkeyDevice>;
type Asked = { challenge: string };
const asked = async (path: string, body: object, cookie?: string): Promise<Asked> => {
  const answer = await send('POST', path, body, cookie);
  expect(answer.status, path).toBe(200);
  return (await answer.json()) as Asked;
};
const askToMake = (cookie: string): Promise<Asked> => asked('/api/passkeys/asked', { password: '' }, cookie);
const keep = (answer: unknown, cookie: string): Promise<Response> =>
  send('POST', '/api/passkeys', { label: 'A phone', answer }, cookie);
async function made(cookie: string): Promise<{ device: Device; line: PasskeyLine }> {
  const device = passkeyDevice(origin);
  const kept = await keep(device.make(await askToMake(cookie)), cookie);
  expect(kept.status).toBe(201);
  return { device, line: (await kept.json()) as PasskeyLine };
}
const come = async (device: Device, wrong: Parameters<Device['come']>[1] = {}): Promise<Response> =>
  send('PUT', '/api/session/passkey', device.come(await asked('/api/session/passkey', {}), wrong));
const who = async (cookie: string): Promise<unknown> =>
  ((await (await send('GET', '/api/session', undefined, cookie)).json()) as {
    person: { name: string };
    by: string;
  }) ?? null;

test('who has made a passkey comes in by it alone, as themselves, and it says when it was used', async () => {
  const { device, line } = await made(odo);
  expect(line).toMatchObject({ label: 'A phone', usedAt: null });
  const came = await come(device);
  expect(came.status).toBe(200);
  const cookie = cookiesOf(came);
  expect(await who(cookie)).toMatchObject({ person: { name: 'Odo Tallin' }, by: 'passkey' });
  const own = (await (await send('GET', '/api/passkeys', undefined, cookie)).json()) as PasskeyLine[];
  expect(own.find(({ id }) => id === line.id)?.usedAt).not.toBeNull();
  // Nothing by which it would sign is here.
  expect(JSON.stringify(own)).not.toContain(device.id);
});

test('at a device where somebody is signed in whoever holds the passkey takes over, and the session before ends', async () => {
  const { device } = await made(odo);
  const planner = await cookieAt(origin, DEMO.planner);
  const answer = device.come(await asked('/api/session/passkey', {}, planner));
  const taken = await send('PUT', '/api/session/passkey', answer, planner);
  expect(await who(cookiesOf(taken))).toMatchObject({ person: { name: 'Odo Tallin' } });
  expect((await send('GET', '/api/session', undefined, planner)).status).toBe(401);
});

test('an answer opens once; one from elsewhere, unverified, counted back, forged or of an ended passkey opens nothing', async () => {
  const { device, line } = await made(odo);
  const challenge = await asked('/api/session/passkey', {});
  const answer = device.come(challenge);
  const enter = (body: unknown): Promise<Response> => send('PUT', '/api/session/passkey', body);
  expect((await enter(answer)).status).toBe(200);
  expect((await enter(answer)).status).toBe(403);
  // The same challenge, signed anew.
  expect((await enter(device.come(challenge))).status).toBe(403);
  for (const wrong of [
    { origin: 'https://elsewhere.example' },
    { rpId: 'elsewhere.example' },
    { unverified: true },
    { counter: 1 },
    { challenge: Buffer.from('come.9999999999999.made-up.seal').toString('base64url') },
  ]) {
    const answered = await come(device, wrong);
    expect(answered.status, JSON.stringify(wrong)).toBe(403);
    expect(answered.headers.getSetCookie()).toEqual([]);
  }
  expect((await come(device)).status).toBe(200);
  const other = passkeyDevice(origin);
  const forged = { ...other.come(await asked('/api/session/passkey', {})), id: device.id, rawId: device.id };
  expect((await enter(forged)).status).toBe(403);
  expect((await come(device)).status).toBe(200);
  // Nobody ends one of somebody else’s.
  const planner = await cookieAt(origin, DEMO.planner);
  expect((await send('DELETE', `/api/passkeys/${line.id}`, undefined, planner)).status).toBe(404);
  expect((await send('DELETE', `/api/passkeys/${line.id}`, undefined, odo)).status).toBe(200);
  const gone = await come(device);
  expect(gone.status).toBe(403);
  expect(((await gone.json()) as { message: string }).message).toContain('was ended');
});

test('a challenge is for one purpose and for one person, and a device is known once', async () => {
  const device = passkeyDevice(origin);
  const planner = await cookieAt(origin, DEMO.planner);
  // Asked by another person, or to sign in.
  expect((await keep(device.make(await askToMake(planner)), odo)).status).toBe(403);
  expect((await keep(device.make(await asked('/api/session/passkey', {})), odo)).status).toBe(403);
  expect((await keep(device.make(await askToMake(odo)), odo)).status).toBe(201);
  expect((await keep(device.make(await askToMake(planner)), planner)).status).toBe(403);
  const wrong = await send(
    'POST',
    '/api/passkeys',
    { label: '', answer: device.make({ challenge: 'x' }) },
    odo,
  );
  expect(wrong.status).toBe(422);
});

test('by a number instead of a name there are none, and it says what to do', async () => {
  const answer = await fetch(`${server.url}/api/session/passkey`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect(answer.status).toBe(403);
  expect(await answer.text()).toContain('VEXLO_URL');
});

test('who left comes in by none, a new link ends them all, and the password is asked before one is made', async () => {
  const opened = await send('POST', '/api/session/opening', {
    name: 'Ansa Brekk',
    password: 'four common words',
  });
  const owner = cookiesOf(opened);
  expect((await send('POST', '/api/passkeys/asked', { password: 'not hers' }, owner)).status).toBe(403);
  const own = passkeyDevice(origin);
  const question = await asked('/api/passkeys/asked', { password: 'four common words' }, owner);
  expect((await keep(own.make(question), owner)).status).toBe(201);
  const office = cookiesOf(await come(own));
  // Unlike four digits it opens the office too.
  expect((await send('GET', '/api/webhooks', undefined, office)).status).toBe(200);

  const link = await send('POST', `/api/people/${DEMO.owner}/link`, undefined, office);
  const { secret } = (await link.json()) as { secret: string };
  await send('PUT', '/api/session/link', { secret, password: 'other common words' });
  expect((await come(own)).status).toBe(403);

  const { device } = await made(odo);
  const again = await send('POST', '/api/session', { name: 'Ansa Brekk', password: 'other common words' });
  const left = await send(
    'PATCH',
    `/api/people/${DEMO.fitter}/standing`,
    { active: false },
    cookiesOf(again),
  );
  expect(left.status).toBe(200);
  expect((await come(device)).status).toBe(403);
  const noted = await connection.everyShop.execute(sql`select deed from audit`);
  const deeds = noted.rows.map(({ deed }) => deed);
  for (const deed of ['made a passkey', 'came by a passkey', 'took a passkey back', 'was turned away'])
    expect(deeds).toContain(deed);
});
