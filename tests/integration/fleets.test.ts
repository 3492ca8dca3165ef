import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import type { JobWork } from '../../core/format/jobWork';
import { connect, type Connection } from '../../data/client';
import type { Common } from '../../server/fitsAll';
import type { FleetOrdered } from '../../server/fleetOrder';
import { fleetOf } from '../fleetOf';
import { DEMO, fetchAs } from '../signedIn';
import { ownShop } from './ownShop';

/** A customer with several vehicles: what fits all of them, one order for many, and a link of their own. */
let server: Server;
let connection: Connection;
let fleet: number;
const db = () => connection.ofShop(1);
let ask: (path: string, init?: RequestInit) => Promise<Response>;
const post = (path: string, body: object = {}): Promise<Response> =>
  ask(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const json = async <T>(answer: Promise<Response>): Promise<T> => {
  const came = await answer;
  const text = await came.text();
  expect(came.status, text).toBeLessThan(300);
  return JSON.parse(text) as T;
};

beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  ask = await fetchAs(server.url, DEMO.planner);
  fleet = await fleetOf(db(), 3);
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

async function known(): Promise<Common> {
  for (;;) {
    const now = await json<Common>(ask(`/api/customers/${fleet}/fits`));
    if (now.askedAt !== null && now.known === now.vehicles.length) return now;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

test('nothing is known before it is asked; asked, any process works it out, and each line holds for each vehicle', async () => {
  const before = await json<Common>(ask(`/api/customers/${fleet}/fits`));
  expect(before).toMatchObject({ askedAt: null, known: 0, count: 0, tires: [] });
  expect(before.vehicles).toHaveLength(3);
  await json(post(`/api/customers/${fleet}/fits`));
  const common = await known();
  expect(common.whole).toBe(true);
  expect(common.count).toBeGreaterThan(0);
  for (const line of common.tires) {
    expect(line.each.map(({ vehicleId }) => vehicleId)).toEqual(before.vehicles.map(({ id }) => id));
    for (const one of line.each) expect(['free', 'close']).toContain(one.grade);
    expect(line.words).not.toContain('not in the catalog');
  }
  expect((await ask('/api/customers/99999/fits')).status).toBe(404);
});

let ordered: FleetOrdered['each'];
test('one order makes a stage on each vehicle, takes it into work, and its parts stand together; a slip makes none', async () => {
  const common = await known();
  const [line] = common.tires;
  if (!line) throw new Error('some tire fits all');
  const ids = common.vehicles.map(({ id }) => id);
  const count = async () =>
    (await db().execute<{ n: number }>(sql`select count(*)::int as n from stages`)).rows[0]?.n;
  const stages = await count();
  const wrong = await post(`/api/customers/${fleet}/order`, { tire: line.tire, vehicles: [...ids, 99_999] });
  expect(wrong.status).toBe(404);
  expect((await post(`/api/customers/${fleet}/order`, { tire: 99_999, vehicles: ids })).status).toBe(404);
  expect((await post(`/api/customers/${fleet}/order`, { tire: line.tire, vehicles: [] })).status).toBe(422);
  expect(await count()).toBe(stages);

  const order = await json<FleetOrdered>(
    post(`/api/customers/${fleet}/order`, { tire: line.tire, vehicles: ids }),
  );
  ordered = order.each;
  expect(order).toMatchObject({ what: line.words, madeBy: 'Mirre Voss' });
  expect(ordered.map(({ vehicleId }) => vehicleId).sort()).toEqual([...ids].sort());
  const name = line.words.split(' ').slice(0, 2).join(' ');
  type Groups = { supplier: string; parts: { jobId: number; part: { label: string; count: number } }[] }[];
  const parts = (await json<Groups>(ask('/api/parts'))).flatMap((group) => group.parts);
  for (const [i, { jobId, stageId }] of ordered.entries()) {
    const tires = parts.filter((one) => one.jobId === jobId && one.part.label.includes(name));
    expect(tires.length).toBeGreaterThan(0);
    const sheet = await json<{
      stages: { id: number; grade: string }[];
      work: { work: { stageId: number } };
    }>(ask(`/api/jobs/${jobId}`));
    expect(sheet.work.work.stageId).toBe(stageId);
    expect(sheet.stages.find(({ id }) => id === stageId)?.grade).toBe(line.each[i]?.grade);
  }
  // Ordered once more, what is in work stays: each gets a job of its own.
  const again = await json<FleetOrdered>(
    post(`/api/customers/${fleet}/order`, { tire: line.tire, vehicles: ids.slice(0, 1) }),
  );
  expect(ordered.map(({ jobId }) => jobId)).not.toContain(again.each[0]?.jobId);
  const stand = await json<FleetOrdered[]>(ask(`/api/customers/${fleet}/order`));
  expect(stand.map(({ id }) => id)).toEqual([again.id, order.id]);
});

test('an order is taken back in one step: all is as it was before; what somebody went on with stays, and is said', async () => {
  const {
    vehicles: [one, other],
    tires: [line],
  } = await known();
  const state = async () => ({
    stages: (await db().execute(sql`select id, job_id from stages order by id`)).rows,
    jobs: (await db().execute(sql`select id, status from jobs order by id`)).rows,
    work: (await db().execute(sql`select job_id, document from job_work order by job_id`)).rows,
  });
  const before = await state();
  const order = (vehicles: number[]): Promise<FleetOrdered> =>
    json(post(`/api/customers/${fleet}/order`, { tire: line?.tire ?? 0, vehicles }));
  const takeBack = (id: number): Promise<Response> => ask(`/api/fleet-orders/${id}`, { method: 'DELETE' });
  const first = await order([one?.id ?? 0, other?.id ?? 0]);
  expect(await state()).not.toEqual(before);
  expect(await json(takeBack(first.id))).toEqual({ back: first.each.map(({ job }) => job), kept: [] });
  expect(await state()).toEqual(before);
  expect((await takeBack(first.id)).status).toBe(404);

  const second = await order([one?.id ?? 0, other?.id ?? 0]);
  const [went, stayed] = second.each;
  const { work } = await json<{ work: { version: number; work: JobWork } }>(ask(`/api/jobs/${went?.jobId}`));
  const ticked = { ...work.work, ticks: { 'take-in': { by: 'x', at: '2026-03-02T10:00' } } };
  await json(
    ask(`/api/jobs/${went?.jobId}/work`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version: work.version, work: ticked }),
    }),
  );
  expect(await json(takeBack(second.id))).toEqual({ back: [stayed?.job], kept: [went?.job] });
  const after = await json<{ work: { work: JobWork } }>(ask(`/api/jobs/${went?.jobId}`));
  expect(after.work.work.stageId).toBe(went?.stageId);

  const third = await order([other?.id ?? 0]);
  const log = { kind: 'note', id: crypto.randomUUID(), at: '2026-03-02T10:00', by: 'x', words: 'seen' };
  await json(post(`/api/jobs/${third.each[0]?.jobId}/log`, [log] as unknown as object));
  expect(await json(takeBack(third.id))).toEqual({ back: [third.each[0]?.job], kept: [] });
  // Somebody wrote into the job that was made for it: it stays, with nothing in work.
  const left = await json<{ stages: unknown[]; work: { work: JobWork } }>(
    ask(`/api/jobs/${third.each[0]?.jobId}`),
  );
  expect(left.stages).toHaveLength(1);
  expect(left.work.work).toMatchObject({ stageId: null, tasks: [], parts: [] });
  const fitter = await fetchAs(server.url, DEMO.fitter);
  expect((await fitter(`/api/fleet-orders/${second.id}`, { method: 'DELETE' })).status).toBe(403);
});

test('their link shows all of their vehicles to a stranger and nothing of the shop besides; taken back it opens nothing', async () => {
  const made = await json<{ link: { id: number }; secret: string }>(
    post(`/api/customers/${fleet}/links`, { days: 7 }),
  );
  expect((await post(`/api/customers/${fleet}/links`, { days: 400 })).status).toBe(422);
  const read = (path = ''): Promise<Response> => fetch(`${server.url}/for/${made.secret}${path}`);
  const page = await (await read()).text();
  const { vehicles } = await known();
  expect(page).toContain('Quillmarsh Timber');
  for (const { label } of vehicles) expect(page).toContain(label);
  expect(page).toContain('What would fit all of them');
  expect(page).toContain(ordered[0]?.job ?? '–');
  // What belongs to a link of one job is not to be had by it.
  const answered = await fetch(`${server.url}/api/for/${made.secret}/answer`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ kind: 'ask', name: 'Ilse Tarn', words: 'Is it done?' }),
  });
  expect(answered.status).toBe(404);
  expect((await fetch(`${server.url}/api/for/${made.secret}/photos/x`)).status).toBe(404);
  const listed = await json<{ id: number; shows: string[] }[]>(ask(`/api/customers/${fleet}/links`));
  expect(listed).toEqual([expect.objectContaining({ id: made.link.id, shows: ['fleet'] })]);
  expect((await ask(`/api/links/${made.link.id}`, { method: 'DELETE' })).status).toBe(200);
  expect((await read()).status).toBe(404);
});
