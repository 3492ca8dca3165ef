import { as, contextIn, sent, value } from '../actor';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { sql } from 'drizzle-orm';
import { takenInto } from '../../core/work/jobWork';
import { workOf } from '../../core/work/needs';
import { quoteLines } from '../../core/quote/quote';
import { SHIPPED_WORK } from '../../core/work/shippedWork';
import { connect, type Connection } from '../../data/client';
import { importBuild, jobVersions, removeStage } from '../../server/jobs';
import { quoteSchema } from '../../core/format/quote';
import { logBody, writeLog } from '../../server/log';
import { paperOf } from '../../server/papers';
import { currentShop } from '../../server/shop';
import { planWeek, standsIn } from '../../core/planning/week';
import { minuteOf } from '../../core/time/wallClock';
import { chosenParts } from '../../core/catalog/chosen';
import { stateOf } from '../../core/work/partLife';
import { jobById } from '../../data/jobs';
import { importCatalog } from '../../server/lists';
import { candidatesOfJob } from '../../server/chosen';
import { partStepsBody, shopParts, stepParts } from '../../server/parts';
import { updateJob } from '../../server/updateJob';
import {
  acceptQuote,
  changeQuote,
  changeWork,
  listQuotes,
  makeQuote,
  workBody,
  plannedJobs,
  workOn,
} from '../../server/work';
import { checked, exampleFile } from '../example';
import { NO_WORK } from '../../core/work/noWork';
import type { Quote } from '../../core/format/quote';
import { ownShop } from './ownShop';

let connection: Connection;
let jobId: number;
let stageId: number;
const db = () => connection.ofShop(1);
const build = checked(exampleFile({ package: { spacerMm: 20 } }));
const lines = workOf(build, SHIPPED_WORK);

beforeAll(async () => {
  connection = connect(await ownShop());
  const made = await importBuild(as(db()), exampleFile({ package: { spacerMm: 20 } }));
  if (!made.ok) throw new Error('the example was not imported');
  ({ jobId, stageId } = made.value);
});
afterAll(() => connection.close());

const by = { by: 'Tester', at: '2026-11-25T10:00' };

test('work is stored with its version, and refused with what is stored where it moved on', async () => {
  const work = takenInto(NO_WORK, stageId, lines, '2026-11-25');
  expect(await workOn(db(), jobId)).toEqual({ version: 0, work: NO_WORK });
  expect(
    await sent(workBody, { version: 0, work }, (body) => changeWork(as(db(), 'Tester'), jobId, body)),
  ).toMatchObject({
    ok: true,
    value: { version: 1 },
  });
  // Two pages that both held version 1: the second is told what stands.
  const one = { ...work, ticks: { 'take-in': by } };
  expect(
    (await sent(workBody, { version: 1, work: one }, (body) => changeWork(as(db(), 'Tester'), jobId, body)))
      .ok,
  ).toBe(true);
  expect(
    await sent(workBody, { version: 1, work }, (body) => changeWork(as(db(), 'Tester'), jobId, body)),
  ).toMatchObject({
    refusal: { status: 409, current: { version: 2, work: { ticks: { 'take-in': by } } } },
  });
  expect(
    (await sent(workBody, { version: 0, work }, (body) => changeWork(as(db(), 'Tester'), jobId, body))).ok,
  ).toBe(false);
  expect((await jobVersions(db(), jobId))?.work).toBe(2);
  expect((await plannedJobs(db())).find(({ id }) => id === jobId)?.work.tasks.length).toBe(work.tasks.length);
});

test('work that is ticked says which bay its vehicle stands in, and the plan keeps it there', async () => {
  const { version, work } = await workOn(db(), jobId);
  const ticked = { ...work, ticks: { ...work.ticks, raise: by } };
  const stored = await changeWork(as(db(), 'Tester'), jobId, { version, work: ticked });
  if (!stored.ok) throw new Error(JSON.stringify(stored));
  const { raise, 'take-in': before } = stored.value.work.ticks;
  const { settings } = await currentShop(db());
  expect(settings.calendar.bays).toContain(raise?.bay);
  // What was ticked before stays as it was signed.
  expect(before?.at).toBe(by.at);
  const job = (await plannedJobs(db())).find(({ id }) => id === jobId);
  if (!job) throw new Error('it is not planned');
  expect(standsIn(job.work)).toBe(raise?.bay);
  const { tasks, plan } = planWeek([job], settings.calendar, minuteOf('2026-11-25T10:00'));
  expect(tasks.filter(({ inBay }) => inBay).every((one) => one.standsIn === raise?.bay)).toBe(true);
  const bays = new Set(plan.placed.flatMap(({ bay }) => bay ?? []));
  expect([...bays]).toEqual([raise?.bay]);
  // All of it ticked, it drives out.
  const all = Object.fromEntries(job.work.tasks.map(({ id }) => [id, { ...by, bay: raise?.bay }]));
  expect(standsIn({ ...job.work, ticks: all } as typeof job.work)).toBeUndefined();
});

test('what is wrong with it is named, and nothing is stored', async () => {
  const { version, work } = await workOn(db(), jobId);
  const faults = async (change: object) => {
    const answer = await sent(workBody, { version, work: { ...work, ...change } }, (body) =>
      changeWork(as(db(), 'Tester'), jobId, body),
    );
    return answer.ok || answer.refusal.status !== 422
      ? ''
      : answer.refusal.faults.map(({ path }) => path).join();
  };
  expect(await faults({ stageId: 987_654 })).toBe('work.stageId');
  expect(await faults({ ticks: { 'take-in': { by: 'X', at: 'yesterday' } } })).toBe('work.ticks.take-in.at');
  expect(await faults({ explained: { a: { ...by, why: '' } } })).toBe('work.explained.a.why');
  expect((await workOn(db(), jobId)).version).toBe(version);
});

test('the stage that is in work stays', async () => {
  expect(await removeStage(db(), stageId)).toMatchObject({
    refusal: { status: 400, message: expect.stringContaining('in work') as string },
  });
  expect((await workOn(db(), jobId)).work.stageId).toBe(stageId);
});

test('a job is not done while a task or a check is open', async () => {
  const hold = await updateJob(as(db()), jobId, { status: 'done' });
  expect(hold).toMatchObject({ refusal: { status: 422, faults: [{ path: 'status' }] } });
  const { version, work } = await workOn(db(), jobId);
  const ended = { ...work, endedWithout: 'Sold before it was built' };
  expect(
    (await sent(workBody, { version, work: ended }, (body) => changeWork(as(db(), 'Tester'), jobId, body)))
      .ok,
  ).toBe(true);
  expect((await updateJob(as(db()), jobId, { status: 'done' })).ok).toBe(true);
  expect((await plannedJobs(db())).some(({ id }) => id === jobId)).toBe(false);
});

/** A job whose tires the catalog has, taken into work, with the parts that follow. */
async function jobWithParts() {
  const price = 295;
  const { code } = exampleFile().package.tire;
  const csv = `maker,model,code,pattern,price,days,supplier\nFellmark,Order test,${code},mud,${price},9,Depot of the test\n`;
  value(await importCatalog(db(), 'tire', csv));
  const pack = { tire: { ...exampleFile().package.tire, pattern: 'mud' as const }, spacerMm: 20 };
  const made = value(await importBuild(as(db()), exampleFile({ package: pack })));
  const { items, platform } = value(await candidatesOfJob(db(), made.jobId, { tire: code, wheel: '' }));
  const chosen = chosenParts(checked(exampleFile({ package: pack })), { platform }, items);
  const asked = workOf(checked(exampleFile({ package: pack })), SHIPPED_WORK, { chosen });
  const work = takenInto(NO_WORK, made.stageId, asked, '2026-11-25');
  value(await changeWork(as(db(), 'Tester'), made.jobId, { version: 0, work }));
  return { ...made, price };
}
const placeOfJob = async (id: number) => {
  const job = await jobById(db(), id);
  return [job?.status, job?.placedBy];
};
const mine = async (id: number) =>
  (await shopParts(db())).flatMap(({ supplier, parts }) =>
    parts
      .filter((one) => one.jobId === id)
      .map(({ part }) => `${supplier || '–'}: ${part.count} x ${part.price} ${stateOf(part)}`),
  );

test('parts are ordered over all jobs, arrival moves their task, and the job’s place follows', async () => {
  const { jobId: id, price } = await jobWithParts();
  expect(await placeOfJob(id)).toEqual(['parts', 'work']);
  expect(await mine(id)).toContain(`Depot of the test: 4 x ${price} wanted`);
  const step = (state: 'ordered' | 'arrived' | 'fitted', more: object = {}) =>
    sent(partStepsBody, [{ jobId: id, id: 'tires', state, ...more }], (body) =>
      stepParts(as(db(), 'Ansa'), body),
    );
  // What cannot follow is refused, and so is a part that is none.
  expect(await step('fitted')).toMatchObject({ refusal: { status: 422, faults: [{ path: '0.state' }] } });
  expect(await step('ordered', { expectedOn: 'soon' })).toMatchObject({
    refusal: { status: 422, faults: [{ path: '0.expectedOn' }] },
  });
  expect((await step('ordered', { expectedOn: '2027-01-11', price: 280 })).ok).toBe(true);
  expect(await mine(id)).toContain('Depot of the test: 4 x 280 ordered');
  const arrives = async () =>
    (await workOn(db(), id)).work.tasks.find(({ id: task }) => task === 'mount')?.arrivesOn;
  expect(await arrives()).toBe('2027-01-11');
  expect((await step('arrived')).ok).toBe(true);
  expect(await arrives()).not.toBe('2027-01-11');
  const { work, version } = await workOn(db(), id);
  expect(
    work.parts.find((part) => part.id === 'tires')?.steps.map(({ state, by: who }) => [state, who]),
  ).toEqual([
    ['ordered', 'Ansa'],
    ['arrived', 'Ansa'],
  ]);
  // The first tick of work in a bay brings it there; a hand that sets it elsewhere keeps it there.
  const ticks = { 'take-in': by, raise: by };
  const ticked = value(await changeWork(as(db(), 'Tester'), id, { version, work: { ...work, ticks } }));
  expect(await placeOfJob(id)).toEqual(['in the bay', 'work']);
  value(await updateJob(as(db()), id, { status: 'choosing' }));
  value(await changeWork(as(db(), 'Tester'), id, { version: ticked.version, work: { ...work, ticks: {} } }));
  expect(await placeOfJob(id)).toEqual(['choosing', 'hand']);
  value(await updateJob(as(db()), id, { placedBy: 'work' }));
  expect(await placeOfJob(id)).toEqual(['parts', 'work']);
});

test('what became of two parts stands whole or not at all, also where others write meanwhile', async () => {
  const { jobId: id } = await jobWithParts();
  const before = await mine(id);
  const bad = [
    { jobId: id, id: 'tires', state: 'ordered' as const },
    { jobId: id, id: 'nothing', state: 'ordered' as const },
  ];
  expect(await sent(partStepsBody, bad, (body) => stepParts(as(db()), body))).toMatchObject({ ok: false });
  expect(await mine(id)).toEqual(before);
  const { work } = await workOn(db(), id);
  const all = await Promise.all(
    work.parts.map((part) => stepParts(as(db()), [{ jobId: id, id: part.id, state: 'ordered' }])),
  );
  expect(all.every(({ ok }) => ok)).toBe(true);
  expect((await mine(id)).every((line) => line.endsWith('ordered'))).toBe(true);
});

const terms = { currency: 'cr', hourlyRate: 80, taxPct: 20, validDays: 30 };
const quote: Quote = {
  madeOn: '2026-11-25',
  validUntil: '2026-12-25',
  terms,
  options: [{ stageId: 1, label: 'One', summary: '', lines: quoteLines(lines), gains: [], costs: [] }],
  note: '',
};

test('quotes count up, change, and are frozen for good when they are accepted', async () => {
  const first = await makeQuote(as(db(), 'Tester'), jobId, quote);
  const second = await makeQuote(as(db(), 'Tester'), jobId, quote);
  if (!first.ok || !second.ok) throw new Error('a quote was refused');
  expect([first.value.number, second.value.number]).toEqual([1, 2]);
  const { id } = first.value;
  const noted = { ...quote, note: 'Springs in black' };
  expect(await changeQuote(db(), id, { version: 1, quote: noted })).toMatchObject({
    ok: true,
    value: { version: 2 },
  });
  expect(await changeQuote(db(), id, { version: 1, quote })).toMatchObject({ refusal: { status: 409 } });
  expect(await acceptQuote(as(db()), id, { version: 2, option: 3, by: 'Somebody' })).toMatchObject({
    refusal: { status: 422, faults: [{ path: 'option' }] },
  });
  const taken = await acceptQuote(as(db()), id, { version: 2, option: 0, by: 'Somebody' });
  expect(taken).toMatchObject({ ok: true, value: { accepted: { option: 0, by: 'Somebody' } } });
  expect(await changeQuote(db(), id, { version: 3, quote })).toMatchObject({
    refusal: { status: 409, message: expect.stringContaining('frozen') as string },
  });
  expect((await acceptQuote(as(db()), id, { version: 3, option: 0, by: 'Another' })).ok).toBe(false);
  // Not even past the application.
  await expect(db().execute(sql`update quotes set person = 'X' where id = ${id}`)).rejects.toThrow();
  expect((await listQuotes(db(), jobId)).map(({ number }) => number)).toEqual([2, 1]);
  expect(
    await sent(quoteSchema, { ...quote, options: [] }, (body) => makeQuote(as(db()), jobId, body)),
  ).toMatchObject({
    refusal: { status: 422 },
  });
});

test('quotes made at the same moment get numbers of their own', async () => {
  const made = await Promise.all(
    Array.from({ length: 6 }, () => makeQuote(as(db(), 'Tester'), jobId, quote)),
  );
  const numbers = made.map((one) => (one.ok ? one.value.number : NaN));
  expect([...numbers].sort((a, b) => a - b)).toEqual([3, 4, 5, 6, 7, 8]);
});

test('papers are those of the job, and of no other', async () => {
  const order = await paperOf(await contextIn(connection), jobId, 'order', stageId);
  expect(order).toMatchObject({ ok: true, value: { title: 'Work order' } });
  expect(JSON.stringify(order)).toContain('Tester, 25 Nov 2026, 10:00');
  const quotes = await listQuotes(db(), jobId);
  const paper = await paperOf(await contextIn(connection), jobId, 'quote', quotes.at(-1)?.id ?? 0);
  expect(JSON.stringify(paper)).toContain('Accepted by Somebody');
  const other = await importBuild(as(db()), exampleFile());
  const otherJob = other.ok ? other.value.jobId : 0;
  expect(await paperOf(await contextIn(connection), otherJob, 'copy', stageId)).toMatchObject({
    refusal: { status: 404 },
  });
  expect(await paperOf(await contextIn(connection), otherJob, 'quote', quotes[0]?.id ?? 0)).toMatchObject({
    ok: false,
  });
});

test('an entry of the log stands once however often it is sent, and a faulty list is refused whole', async () => {
  const entry = {
    id: '00000000-0000-4000-8000-000000000001',
    at: '2026-11-25T10:00',
    by: 'Tester',
    kind: 'note',
    words: 'Rubber crumbs behind the left front wheel',
  };
  const second = { ...entry, id: '00000000-0000-4000-8000-000000000002', at: '2026-11-25T09:00' };
  expect(await sent(logBody, [entry], (body) => writeLog(as(db(), 'Tester'), jobId, body))).toMatchObject({
    ok: true,
  });
  const twice = await sent(logBody, [entry, second], (body) => writeLog(as(db(), 'Tester'), jobId, body));
  // In the order that it happened, not that it came.
  expect(twice).toEqual({ ok: true, value: [second, entry] });
  const faulty = await sent(
    logBody,
    [
      { ...entry, id: second.id.replace('2', '3') },
      { ...entry, id: 'x' },
    ],
    (body) => writeLog(as(db(), 'Tester'), jobId, body),
  );
  expect(faulty).toMatchObject({ refusal: { status: 422, faults: [{ path: '1.id' }] } });
  expect(await sent(logBody, [], (body) => writeLog(as(db(), 'Tester'), jobId, body))).toEqual(twice);
});
