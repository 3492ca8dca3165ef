import { readdirSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { ROOT } from '../../command/paths';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { allPeople } from '../../data/people';
import { BODY_TYPES } from '../../server/body';
import type { Method, MethodName } from '../../server/endpoint';
import { importBuild } from '../../server/jobs';
import { as, value } from '../actor';
import { exampleFile } from '../example';
import { cookieAt } from '../signedIn';
import { ownShop } from './ownShop';

const PAGES = join(ROOT, 'web', 'pages');
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;

type AnyMethod = Pick<Method<string, unknown, unknown>, 'ids' | 'body' | 'query' | 'does' | 'right'>;
type Module = Record<string, { method?: AnyMethod } | undefined>;

/** Every address under /api/, by its file. */
const files = readdirSync(join(PAGES, 'api'), { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.includes('[...'))
  .sort();
const addressOf = (file: string): string =>
  `/api/${relative('', file).split(sep).join('/')}`.replace(/\.ts$/, '').replace(/\/index$/, '');
const routes = await Promise.all(
  files.map(async (file) => ({
    address: addressOf(file),
    module: (await import(join(PAGES, 'api', file))) as Module,
  })),
);

let server: Server;
let connection: Connection;
let cookie: string;
beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  cookie = await cookieAt(server.url);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

/** An address with its parameters filled in: the numbers of rows with one value, the others with words that fit. */
function filled(address: string, id: string): string {
  return address
    .replace('[subject]', 'stage')
    .replace('[step]', 'undo')
    .replace('[kind]', address.includes('papers') ? 'order' : 'tire')
    .replace('devices/[id]', 'devices/scales')
    .replace('lessons/[id]', 'lessons/offset')
    .replace(/\[(id|number|photo)\]/g, id);
}

async function ask(method: string, path: string, init: RequestInit = {}) {
  const response = await fetch(`${server.url}${path}`, {
    method,
    redirect: 'manual',
    signal: AbortSignal.timeout(60_000),
    ...init,
    headers: { cookie, ...init.headers },
  });
  const text = method === 'HEAD' ? '' : await response.text();
  return { status: response.status, headers: response.headers, text };
}

/** The one shape of everything that goes wrong. */
function expectRefusal(answer: { text: string; headers: Headers }, what: string): void {
  expect(answer.headers.get('content-type'), what).toContain('application/json');
  const body = JSON.parse(answer.text) as Record<string, unknown>;
  expect(
    Object.keys(body).filter((key) => !['message', 'faults', 'current'].includes(key)),
    what,
  ).toEqual([]);
  expect(typeof body['message'], what).toBe('string');
  expect(String(body['message']), what).not.toMatch(/error:|syntax|drizzle|postgres|undefined|NaN/i);
}

test('every file under /api/ is an endpoint that says what it does', () => {
  expect(routes.length).toBeGreaterThan(38);
  for (const { address, module } of routes) {
    const methods = METHODS.filter((name) => module[name]?.method);
    expect(methods.length, address).toBeGreaterThan(0);
    for (const name of methods)
      expect(module[name]?.method?.does.length, `${name} ${address}`).toBeGreaterThan(10);
  }
});

describe.each(routes)('$address', ({ address, module }) => {
  const methodOf = (name: MethodName): AnyMethod | undefined => module[name]?.method;

  test('methods that it does not take are 405, and it says which it takes', async () => {
    const takes = METHODS.filter((name) => methodOf(name));
    for (const name of METHODS.filter((one) => !methodOf(one))) {
      const refused = await ask(name, filled(address, '1'));
      expect(refused.status, name).toBe(405);
      expect(refused.headers.get('allow')).toBe(takes.join(', '));
      expectRefusal(refused, name);
    }
  });

  test('numbers of rows that are none are refused in plain words', async () => {
    for (const name of METHODS) {
      const method = methodOf(name);
      if (!method?.ids?.length) continue;
      for (const bad of ['abc', '1.5', '-1', '0', '99999999999', '1e3', '%20', '1;drop']) {
        const answer = await ask(name, filled(address, bad), {
          ...(method.body ? { body: '{}', headers: { 'content-type': 'application/json' } } : {}),
        });
        expect([404, 422], `${name} ${bad}: ${answer.text}`).toContain(answer.status);
        expectRefusal(answer, `${name} ${bad}`);
      }
    }
  });

  test('a body of another content type is 415, one that cannot be read is refused', async () => {
    for (const name of METHODS) {
      const body = methodOf(name)?.body;
      if (!body) continue;
      const path = filled(address, '1');
      const strange = await ask(name, path, { body: '<a/>', headers: { 'content-type': 'text/xml' } });
      expect(strange.status, `${name}: ${strange.text}`).toBe(415);
      expectRefusal(strange, name);
      const type = 'type' in body && typeof body.type === 'string' && 'read' in body ? body.type : 'json';
      const [sentAs] = BODY_TYPES[type];
      const broken = await ask(name, path, { body: '{"half": ', headers: { 'content-type': sentAs } });
      expect([400, 404, 422], `${name}: ${broken.text}`).toContain(broken.status);
      expectRefusal(broken, name);
    }
  });
});

test('an address that is none, and HEAD', async () => {
  const nothing = await ask('GET', '/api/rockets/7');
  expect(nothing.status).toBe(404);
  expectRefusal(nothing, 'nothing');
  expect((await ask('HEAD', '/api/health')).status).toBe(200);
});

test('a query that is none is refused by its name', async () => {
  for (const path of [
    '/api/catalog/tire?sort=luck',
    '/api/catalog/tire?from=-3',
    '/api/catalog/tire?colour=red',
  ]) {
    const refused = await ask('GET', path);
    expect(refused.status, path).toBe(422);
    expectRefusal(refused, path);
  }
});

test('a change that a page of another site asks for is not made', async () => {
  const signs: Record<string, string>[] = [
    { origin: 'http://elsewhere.invalid' },
    { 'sec-fetch-site': 'cross-site' },
  ];
  for (const headers of signs) {
    const refused = await ask('PATCH', '/api/people/1', {
      body: '{"units":"metric"}',
      headers: { 'content-type': 'application/json', ...headers },
    });
    expect(refused.status).toBe(403);
    expectRefusal(refused, JSON.stringify(headers));
  }
});

test('who did it comes from the server, whatever name a body carries', async () => {
  const { jobId, stageId } = value(await importBuild(as(connection.ofShop(1)), exampleFile()));
  const person = (await allPeople(connection.ofShop(1)))[1];
  if (!person) throw new Error('the demo shop has people');
  const headers = { 'content-type': 'application/json', cookie: await cookieAt(server.url, person.id) };
  const id = '01234567-89ab-4def-8123-456789abcdef';
  const entry = { id, at: '2026-11-20T10:00', by: 'Somebody else', stageId, kind: 'note', words: 'A note' };
  const written = await ask('POST', `/api/jobs/${jobId}/log`, { body: JSON.stringify([entry]), headers });
  expect(JSON.parse(written.text)).toMatchObject([{ id, by: person.name }]);
  const work = {
    stageId: null,
    tasks: [],
    ticks: { 'check-one': { by: 'Somebody else', at: '2026-11-20T10:00' } },
    explained: {},
    stated: [],
    takenIn: [],
  };
  const ticked = await ask('PUT', `/api/jobs/${jobId}/work`, {
    body: JSON.stringify({ version: 0, work }),
    headers,
  });
  expect(ticked.status, ticked.text).toBe(200);
  expect(JSON.parse(ticked.text)).toMatchObject({ work: { ticks: { 'check-one': { by: person.name } } } });
});
