import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { readRoutes } from '../../command/apiReference';
import { buildIfStale } from '../../command/build';
import { ensureDatabase, startCluster } from '../../command/cluster';
import { MIGRATIONS } from '../../command/paths';
import { isOpenShop, prepareDatabase } from '../../command/prepare';
import { serve, type Server } from '../../command/serve';
import { allows, ROLES, type Asked, type Role } from '../../core/people/rights';
import type { BuildFile } from '../../core/format/build';
import type { JobWork } from '../../core/format/jobWork';
import { connect, migrateTables, type Connection } from '../../data/client';
import type { StageDocument } from '../../data/schema';
import { documents } from '../../server/documents';
import { importBuild, jobLines, sheetData } from '../../server/jobs';
import { as, value } from '../actor';
import { exampleFile } from '../example';
import { cookieAt, cookiesOf, DEMO, fetchAs, sendTo } from '../signedIn';
import { ownShop } from './ownShop';

/** The doors: who comes in, by what, and what is asked of whom. */
let server: Server;
let connection: Connection;
let url: string;
/** Somebody of the demo for each role, signed in. */
let cookies: Readonly<Record<Role, string>>;
beforeAll(async () => {
  buildIfStale();
  url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  // Each comes from several devices at the same moment, for the first time: all of them are in.
  const [owner, planner, fitter, viewer] = await Promise.all(
    [...ROLES, ...ROLES, ...ROLES].map((role) => cookieAt(server.url, DEMO[role])),
  );
  cookies = { owner: owner ?? '', planner: planner ?? '', fitter: fitter ?? '', viewer: viewer ?? '' };
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

const send = sendTo(() => server);
const said = async (answer: Response): Promise<string> =>
  ((await answer.json()) as { message: string }).message;
const who = async (cookie: string): Promise<string | undefined> => {
  const answer = await send('GET', '/api/session', undefined, cookie);
  return answer.ok ? ((await answer.json()) as { person: { name: string } }).person.name : undefined;
};

test('without signing in no page and no address of the API gives anything but the ways in', async () => {
  for (const path of ['/', '/jobs/41/fit', '/people', '/catalog', '/nothing-here']) {
    const answer = await send('GET', path);
    expect(answer.status, path).toBe(303);
    const to = new URL(answer.headers.get('location') ?? '', server.url);
    expect(to.pathname).toBe('/sign-in');
    expect(to.searchParams.get('to') ?? '/').toBe(path);
  }
  expect((await send('GET', '/sign-in')).status).toBe(200);
  expect((await send('GET', '/enter')).status).toBe(200);
  const forged = 'vexlo.session_token=abcdefghijklmnopqrstuvwxyz012345.c2lnbmF0dXJl';
  expect(await who(forged)).toBeUndefined();
});

/** Each address with something in the place of its parameters, so that the right that hangs on them is asked for. */
const filled = (address: string): Record<string, string> =>
  Object.fromEntries(
    [...address.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => [
      name,
      name === 'subject' ? 'stage' : name === 'step' ? 'undo' : name === 'kind' ? 'tire' : '99999',
    ]),
  );

describe('every address asks for its right', async () => {
  const routes = await readRoutes();
  test.each(routes)('$address', async ({ address, methods }) => {
    const params = filled(address);
    const path = address.replace(/\{(\w+)\}/g, (_, name: string) => params[name] ?? '');
    for (const [method, { right, body }] of methods) {
      // An end of one's own session is tried elsewhere: it would end those that are asked with here.
      if (method === 'DELETE' && address === '/api/session') continue;
      const asked: Asked = typeof right === 'string' ? right : right.by(params);
      // Nothing that is asked here is well formed, so that whoever may do it changes nothing.
      const wrong = body ? { odd: true } : undefined;
      const status = async (cookie: string): Promise<number> => {
        const answer = await send(method, path, wrong, cookie);
        await answer.body?.cancel();
        return answer.status;
      };
      if (asked === 'anybody') expect(await status(''), `${method} by anybody`).not.toBe(401);
      else expect(await status(''), `${method} by nobody`).toBe(401);
      for (const role of ROLES) {
        const answered = await status(cookies[role]);
        const may = asked === 'anybody' || asked === 'self' || allows(role, asked);
        if (may) expect([401, 403], `${method} by ${role}`).not.toContain(answered);
        else expect(answered, `${method} by ${role}`).toBe(403);
      }
    }
  });
});

test('a vehicle is the bench’s to measure, a stage is not: a fitter is told whom to ask', async () => {
  const ask = await fetchAs(server.url, DEMO.fitter);
  const put = (subject: string): Promise<Response> =>
    ask(`/api/documents/${subject}/1`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
  expect((await put('vehicle')).status).toBe(422);
  const refused = await put('stage');
  expect(refused.status).toBe(403);
  expect(await said(refused)).toContain('ask the owner or a planner');
});

describe('what a fitter does of a job’s work', () => {
  type Work = { version: number; work: JobWork };
  const job = async (): Promise<{ id: number; now: Work }> => {
    const all = await jobLines(connection.ofShop(1));
    for (const { id } of all) {
      const now = (await (
        await send('GET', `/api/jobs/${id}/work`, undefined, cookies.fitter)
      ).json()) as Work;
      if (now.work.tasks.length > 0 && now.work.parts.length > 0) return { id, now };
    }
    throw new Error('the demo has a job in work');
  };
  const put = (id: number, now: Work, change: Partial<JobWork>): Promise<Response> =>
    send(
      'PUT',
      `/api/jobs/${id}/work`,
      { version: now.version, work: { ...now.work, ...change } },
      cookies.fitter,
    );

  test('ticks are taken, days and purchases are not', async () => {
    const { id, now } = await job();
    const [task] = now.work.tasks.filter(({ id }) => !now.work.ticks[id]);
    const [part] = now.work.parts;
    if (!task || !part) throw new Error('there is something left to do');
    for (const change of [
      { tasks: now.work.tasks.slice(1) },
      { tasks: now.work.tasks.map((one) => ({ ...one, workMin: one.workMin + 5 })) },
      { parts: now.work.parts.slice(1) },
      {
        parts: [
          { ...part, steps: [...part.steps, { state: 'ordered' as const, on: '2026-11-20', by: 'x' }] },
          ...now.work.parts.slice(1),
        ],
      },
    ]) {
      const refused = await put(id, now, change);
      expect(refused.status, JSON.stringify(Object.keys(change))).toBe(403);
      expect(await said(refused)).toContain('a planner');
    }
    const ticked = await put(id, now, {
      ticks: { ...now.work.ticks, [task.id]: { by: 'Somebody else', at: '2026-11-20T10:00' } },
    });
    expect(ticked.status).toBe(200);
    const { work } = (await ticked.json()) as Work;
    expect(work.ticks[task.id]?.by).toBe('Odo Tallin');
  });

  const withSpacer = (stage: StageDocument): StageDocument => ({
    ...stage,
    package: { ...stage.package, spacerMm: (stage.package.spacerMm ?? 0) + 3 },
  });

  test('a step that somebody else made in one piece with a stage is not taken back from the vehicle’s side', async () => {
    const planner = { ...as(connection.ofShop(1), 'Mirre Voss') };
    const { jobId, stageId } = value(await importBuild(planner, exampleFile()));
    const sheet = await sheetData(connection.ofShop(1), jobId, 'Ansa');
    const stage = sheet?.stages.find(({ id }) => id === stageId);
    if (!sheet || !stage) throw new Error('it was imported');
    const { vehicle } = sheet;
    value(
      await documents.save(planner, [
        {
          subject: 'vehicle',
          id: vehicle.id,
          version: vehicle.version,
          document: { ...(vehicle.document as BuildFile['vehicle']), label: 'Renamed' },
        },
        {
          subject: 'stage',
          id: stage.id,
          version: stage.version,
          document: withSpacer(stage.document as StageDocument),
        },
      ]),
    );
    const undo = (cookie: string): Promise<Response> =>
      send('POST', `/api/documents/vehicle/${vehicle.id}/undo`, { version: vehicle.version + 1 }, cookie);
    const refused = await undo(cookies.fitter);
    expect(refused.status).toBe(400);
    expect(await said(refused)).toContain('nothing of yours');
    expect((await undo(cookies.planner)).status).toBe(200);
  });
});

describe('from the demo to a shop of one’s own', () => {
  const PASSWORD = 'four common words';
  let owner = '';
  let link = '';

  test('a password that is too short is refused by its field; a long one shuts the door', async () => {
    const opening = { name: 'Ansa Brekk', password: 'short' };
    const refused = await send('POST', '/api/session/opening', opening);
    expect(refused.status).toBe(422);
    expect(await refused.json()).toMatchObject({ faults: [{ path: 'password' }] });
    const before = await cookieAt(server.url, DEMO.viewer);
    expect(await isOpenShop(url)).toBe(true);
    // However it is written, it is she and nobody new.
    const opened = await send('POST', '/api/session/opening', { name: ' ansa  BREKK', password: PASSWORD });
    expect(opened.status).toBe(200);
    owner = cookiesOf(opened);
    expect(await who(owner)).toBe('Ansa Brekk');
    expect(await isOpenShop(url)).toBe(false);
    for (const [path, body] of [
      ['/api/session/press', { person: DEMO.planner }],
      ['/api/session/opening', { name: 'Ansa Brekk', password: 'another long password' }],
    ] as const)
      expect((await send('POST', path, body)).status, path).toBe(403);
    // Names are told to those who are in.
    expect(await (await send('GET', '/sign-in')).text()).not.toContain('Odo Tallin');
    expect(await who(before)).toBe('Hale Strand');
  });

  test('the cookie is for the server alone, and not for requests that other sites begin', async () => {
    const [cookie = ''] = (
      await send('POST', '/api/session', { name: '  ansa   BREKK', password: PASSWORD })
    ).headers.getSetCookie();
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
    expect(cookie).toMatch(/Max-Age=2592000/i);
  });

  test('by name and password; wrong in either the words are the same, and too many are told to wait', async () => {
    const wrong = await send('POST', '/api/session', { name: 'Ansa Brekk', password: 'not the password' });
    expect(wrong.status).toBe(403);
    const nobody = await send('POST', '/api/session', { name: 'No Such One', password: 'not the password' });
    expect(await said(nobody)).toBe(await said(wrong));
    // All at one moment: each counts, whichever is looked at first.
    const many = await Promise.all(
      Array.from({ length: 12 }, () =>
        send('POST', '/api/session', { name: 'Odo Tallin', password: 'guessed again' }),
      ),
    );
    const statuses = many.map(({ status }) => status).sort();
    expect(statuses.filter((status) => status === 429)).toHaveLength(4);
    const right = await send('POST', '/api/session', { name: 'odo tallin', password: 'guessed again' });
    expect(await said(right)).toMatch(/wait 1\d minutes/);
    // At one name: others come in still.
    expect((await send('POST', '/api/session', { name: 'Ansa Brekk', password: PASSWORD })).status).toBe(200);
  });

  test('a link sets a password once; the one before it, and one that was used, open nothing', async () => {
    const made = await send('POST', `/api/people/${DEMO.fitter}/link`, undefined, owner);
    expect(made.status).toBe(201);
    const first = ((await made.json()) as { secret: string }).secret;
    const again = await send('POST', `/api/people/${DEMO.fitter}/link`, undefined, owner);
    link = ((await again.json()) as { secret: string }).secret;
    expect((await send('POST', '/api/session/link', { secret: first })).status).toBe(403);
    const whose = await send('POST', '/api/session/link', { secret: link });
    expect(await whose.json()).toEqual({ name: 'Odo Tallin', role: 'fitter' });
    const entered = await send('PUT', '/api/session/link', { secret: link, password: 'oil rag and torque' });
    expect(entered.status).toBe(200);
    expect(await who(cookiesOf(entered))).toBe('Odo Tallin');
    const twice = await send('PUT', '/api/session/link', { secret: link, password: 'oil rag and torque' });
    expect(twice.status).toBe(403);
    const stored = await connection.ofShop(1).execute(sql`select secret_hash from entry_links`);
    for (const row of stored.rows) expect([first, link]).not.toContain(row['secret_hash']);
  });

  test('four digits take over at a device that is signed in, and open the bench alone', async () => {
    const digits = (password: string, cookie: string): Promise<Response> =>
      send('PUT', '/api/session/digits', { password, digits: '4071' }, cookie);
    expect((await digits('not hers at all', owner)).status).toBe(403);
    expect((await digits(PASSWORD, owner)).status).toBe(200);
    const take = (value: string, cookie: string): Promise<Response> =>
      send('POST', '/api/session/digits', { person: DEMO.owner, digits: value }, cookie);
    expect((await take('4071', '')).status).toBe(401);
    const planner = await cookieOfNew('Wessa Holm', 'planner');
    expect((await take('4072', planner)).status).toBe(403);
    const taken = await take('4071', planner);
    expect(taken.status).toBe(200);
    const now = cookiesOf(taken);
    expect(await who(now)).toBe('Ansa Brekk');
    // One device has one session.
    expect(await who(planner)).toBeUndefined();
    const office = await send('POST', '/api/people', { name: 'Ilse Tarn', role: 'owner' }, now);
    expect(office.status).toBe(403);
    expect(await said(office)).toContain('password');
  });

  test('who left comes in no more, and nobody shuts out the last owner', async () => {
    const cookie = await cookieOfNew('Perrin Oake', 'fitter');
    const { people } = { people: await (await send('GET', '/api/people', undefined, owner)).json() };
    const perrin = (people as { id: number; name: string }[]).find(({ name }) => name === 'Perrin Oake');
    const standing = (id: number, body: object): Promise<Response> =>
      send('PATCH', `/api/people/${id}/standing`, body, owner);
    expect((await standing(perrin?.id ?? 0, { active: false })).status).toBe(200);
    expect(await who(cookie)).toBeUndefined();
    expect(
      (await send('POST', '/api/session', { name: 'Perrin Oake', password: 'a password of theirs' })).status,
    ).toBe(403);
    for (const body of [{ role: 'planner' }, { active: false }])
      expect((await standing(DEMO.owner, body)).status).toBe(403);
  });

  test('a new password ends the other sessions, signing out ends this one; each sees their own', async () => {
    const sign = async (password: string): Promise<string> =>
      cookiesOf(await send('POST', '/api/session', { name: 'Ansa Brekk', password }));
    const [one, two] = [await sign(PASSWORD), await sign(PASSWORD)];
    const sessions = (await (await send('GET', '/api/sessions', undefined, one)).json()) as {
      id: string;
      here: boolean;
      token?: string;
    }[];
    expect(sessions.filter(({ here }) => here)).toHaveLength(1);
    for (const session of sessions) expect(session.token).toBeUndefined();
    const next = 'another four common words';
    const changed = await send('PUT', '/api/session/password', { was: PASSWORD, password: next }, one);
    expect(changed.status).toBe(200);
    expect(await who(two)).toBeUndefined();
    owner = cookiesOf(changed);
    expect(await who(owner)).toBe('Ansa Brekk');
    const other = await sign(next);
    const mine = (await (await send('GET', '/api/sessions', undefined, owner)).json()) as typeof sessions;
    const theirs = mine.find(({ here }) => !here);
    const odo = await cookieOfLink();
    expect((await send('DELETE', `/api/sessions/${theirs?.id}`, undefined, odo)).status).toBe(404);
    expect((await send('DELETE', `/api/sessions/${theirs?.id}`, undefined, owner)).status).toBe(200);
    expect(await who(other)).toBeUndefined();
    const out = await sign(next);
    const left = await send('DELETE', '/api/session', undefined, out);
    expect(left.headers.getSetCookie().join()).toMatch(/Max-Age=0/i);
    expect(await who(out)).toBeUndefined();
  });

  test('what was done is written down, read by the owner, and changed by nobody', async () => {
    const list = (await (await send('GET', '/api/audit', undefined, owner)).json()) as { deed: string }[];
    const deeds = new Set(list.map(({ deed }) => deed));
    for (const deed of ['opened the shop', 'came', 'was turned away', 'made a link', 'set digits', 'left'])
      expect(deeds, deed).toContain(deed);
    const csv = await (await send('GET', '/api/audit?csv', undefined, owner)).text();
    expect(csv.split('\n')[0]).toBe('at,who,did,about,from');
    expect(csv).toContain('Ansa Brekk,opened the shop');
    for (const statement of [
      sql`update audit set person = 'nobody'`,
      sql`delete from audit`,
      sql`truncate audit`,
    ])
      await expect(connection.ofShop(1).execute(statement)).rejects.toThrow();
    // Nothing of it is a secret.
    expect(csv).not.toContain(PASSWORD);
    expect(csv).not.toContain(link);
  });

  /** Somebody new, as the owner adds them and they come in. */
  async function cookieOfNew(name: string, role: string): Promise<string> {
    const made = await send('POST', '/api/people', { name, role }, owner);
    const { secret } = (await made.json()) as { secret: string };
    return cookiesOf(await send('PUT', '/api/session/link', { secret, password: 'a password of theirs' }));
  }
  async function cookieOfLink(): Promise<string> {
    const made = await send('POST', `/api/people/${DEMO.fitter}/link`, undefined, owner);
    const { secret } = (await made.json()) as { secret: string };
    return cookiesOf(await send('PUT', '/api/session/link', { secret, password: 'oil rag and torque' }));
  }
});

test('an empty shop is opened by the environment, or in the browser, once', async () => {
  const cluster = await startCluster('test-postgres');
  const of = async (name: string): Promise<string> => {
    const empty = await ensureDatabase(cluster, name, true);
    const own = connect(empty, true);
    await migrateTables(own.tables, MIGRATIONS);
    await own.close();
    return empty;
  };
  const env = await of('owner_of_environment');
  process.env['VEXLO_DEMO'] = 'no';
  process.env['VEXLO_OWNER'] = 'Ilse Tarn';
  process.env['VEXLO_OWNER_PASSWORD'] = 'short';
  try {
    await expect(prepareDatabase(env)).rejects.toThrow(/VEXLO_OWNER.*password/s);
    process.env['VEXLO_OWNER_PASSWORD'] = 'of the environment';
    await prepareDatabase(env);
    expect(await isOpenShop(env)).toBe(false);
  } finally {
    for (const name of ['VEXLO_DEMO', 'VEXLO_OWNER', 'VEXLO_OWNER_PASSWORD'])
      Reflect.deleteProperty(process.env, name);
  }
  const own = await serve(await of('opened_in_browser'), '127.0.0.1', 0);
  try {
    const open = (body: object): Promise<Response> =>
      fetch(`${own.url}/api/session/opening`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          shop: 'Bridge Street',
          place: '',
          name: 'Ilse',
          password: 'of the browser',
          ...body,
        }),
      });
    expect(await (await fetch(`${own.url}/sign-in`)).text()).toContain('Open your shop');
    const opened = await open({});
    expect(opened.status).toBe(200);
    const list = await fetch(`${own.url}/`, { headers: { cookie: cookiesOf(opened) } });
    expect(await list.text()).toContain('Bridge Street');
    expect((await open({ name: 'Somebody else' })).status).toBe(403);
  } finally {
    await own.stop();
  }
});
