import { wordingText } from '../../core/wording';
import { testReading } from '../testReading';
import { as, contextIn, sent } from '../actor';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import sharp from 'sharp';
import { connect, type Connection } from '../../data/client';
import { dueIcs } from '../../formats/dueIcs';
import { dueVehicles } from '../../server/due';
import { createJob } from '../../server/createJob';
import { importBuild, sheetData } from '../../server/jobs';
import { documents } from '../../server/documents';
import { learned } from '../../server/learned';
import { takeOverReadings } from '../../server/takeOver';
import { logOfJob } from '../../data/log';
import { noteTry, progressOf, tryBody } from '../../server/lessons';
import { timelineOfVehicle } from '../../server/vehicleTimeline';
import { writeLog } from '../../server/log';
import { keepPhoto, photoOf } from '../../server/photos';
import { updateJob } from '../../server/updateJob';
import { exampleFile } from '../example';
import type { LogEntry } from '../../core/format/log';
import { ownShop } from './ownShop';

let connection: Connection;
let jobId: number;
let stageId: number;
const db = () => connection.ofShop(1);

beforeAll(async () => {
  connection = connect(await ownShop());
  const made = await importBuild(as(db(), 'Tester'), exampleFile(), { title: 'learning' });
  if (!made.ok) throw new Error('the example was not imported');
  ({ jobId, stageId } = made.value);
});
afterAll(() => connection.close());

const picture = () => sharp({ create: { width: 900, height: 600, channels: 3, background: '#446688' } });

describe('a photo', () => {
  test('is kept upright and small, and with nothing but its pixels', async () => {
    const taken = await picture()
      .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 3/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(taken).metadata()).exif).toBeDefined();
    const id = randomUUID();
    expect(await keepPhoto(as(db(), 'Tester'), jobId, id, taken)).toMatchObject({ ok: true });
    const kept = await sharp(await photoOf(db(), id, false)).metadata();
    expect(kept).toMatchObject({ format: 'jpeg', width: 600, height: 900 });
    expect([kept.exif, kept.xmp, kept.iptc, kept.orientation]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect((await sharp(await photoOf(db(), id, true)).metadata()).height).toBe(320);
    // Sent twice, it stands once, as it first came.
    const again = await picture().png().toBuffer();
    expect((await keepPhoto(as(db(), 'Tester'), jobId, id, again)).ok).toBe(true);
    expect((await sharp(await photoOf(db(), id, false)).metadata()).width).toBe(600);
  });

  test.each([
    ['HEIC', Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(40)]), 'HEIC'],
    ['no picture', Buffer.from('not a picture at all, only some text'), 'cannot be read'],
    ['too large', Buffer.alloc(16e6), 'more than 15'],
  ])('that is %s is refused with the cure', async (_what, bytes, words) => {
    const answer = await keepPhoto(as(db(), 'Tester'), jobId, randomUUID(), bytes);
    expect(answer).toMatchObject({ ok: false, refusal: { status: 422 } });
    expect(JSON.stringify(answer)).toContain(words);
  });

  test('that is another kind of picture, or cut off, is refused', async () => {
    const webp = await picture().webp().toBuffer();
    expect(JSON.stringify(await keepPhoto(as(db(), 'Tester'), jobId, randomUUID(), webp))).toContain(
      'is webp',
    );
    const whole = await picture().png().toBuffer();
    const half = whole.subarray(0, whole.length / 2);
    expect((await keepPhoto(as(db(), 'Tester'), jobId, randomUUID(), half)).ok).toBe(false);
  });
});

const reading = (more: object): LogEntry => ({
  id: randomUUID(),
  at: '2026-11-25T10:00',
  by: 'Tester',
  stageId,
  kind: 'test-fit',
  reading: testReading({ obstacle: 'front-thing', ...more }),
});

test('a reading is kept with what was predicted when it came, and stands on the accuracy board', async () => {
  const before = (await learned(db())).accuracy;
  expect((await writeLog(as(db(), 'Tester'), jobId, [reading({ mark: 'scuff' })])).ok).toBe(true);
  const { accuracy } = await learned(db());
  expect(accuracy.count).toBe(before.count + 1);
  expect(accuracy.touched).toBe(before.touched + 1);
  // Nobody predicted that it would touch.
  const miss = accuracy.misses.find(({ jobId: one }) => one === jobId);
  expect(wordingText(miss?.why ?? '', 'metric')).toContain('touched');
});

describe('a reading', () => {
  const mine = async () => (await learned(db())).accuracy;
  const say = (entry: object) => ({
    id: randomUUID(),
    at: '2026-11-25T10:05',
    by: 'Tester',
    stageId,
    ...entry,
  });
  const write = (entry: object) => writeLog(as(db(), 'Tester'), jobId, [say(entry) as LogEntry]);

  test('is corrected and struck out by entries of their own, and what is learned follows', async () => {
    const before = await mine();
    const scuffed = reading({ mark: 'scuff' });
    await writeLog(as(db(), 'Tester'), jobId, [scuffed]);
    expect((await mine()).touched).toBe(before.touched + 1);
    const seen = testReading({ obstacle: 'front-thing', clear: true });
    expect((await write({ kind: 'corrected', of: scuffed.id, reading: seen })).ok).toBe(true);
    expect(await mine()).toMatchObject({ count: before.count + 1, touched: before.touched });
    expect((await write({ kind: 'struck', of: scuffed.id, why: 'another vehicle' })).ok).toBe(true);
    expect(await mine()).toEqual(before);
    expect((await write({ kind: 'restored', of: scuffed.id })).ok).toBe(true);
    expect((await mine()).count).toBe(before.count + 1);
    // All of it is kept.
    const log = await logOfJob(db(), jobId);
    expect(log.filter((entry) => 'of' in entry && entry.of === scuffed.id)).toHaveLength(3);
    expect(log.find(({ id }) => id === scuffed.id)).toEqual(scuffed);
  });

  test('of another job, or of none, is not spoken of', async () => {
    const answer = await write({ kind: 'struck', of: randomUUID(), why: 'misread' });
    expect(answer).toMatchObject({ ok: false, refusal: { status: 422 } });
    expect(JSON.stringify(answer)).toContain('0.of');
  });
});

test('taking over is one step of undo, and what is learned follows it back and forth', async () => {
  const actor = as(db(), 'Tester');
  const sheet = await sheetData(db(), jobId, 'Ansa');
  const stage = sheet?.stages.find(({ id }) => id === stageId);
  if (!sheet || !stage) throw new Error('there is no sheet');
  const package_ = (stage.document as { package: object }).package;
  const before = (await learned(db())).lifts;
  const entry = {
    id: randomUUID(),
    at: '2026-11-25T11:00',
    by: 'Tester',
    stageId,
    kind: 'reconciled' as const,
    taken: [{ key: 'ride front', mm: -60, spreadMm: 2 }],
  };
  const taken = await takeOverReadings(actor, jobId, {
    vehicle: {
      version: sheet.vehicle.version,
      document: { ...(sheet.vehicle.document as object), label: 'Found otherwise' },
    },
    stage: {
      id: stageId,
      version: stage.version,
      document: { ...(stage.document as object), package: { ...package_, sagMm: { front: 60 } } },
    },
    entry,
  });
  if (!taken.ok) throw new Error(JSON.stringify(taken));
  const after = (await learned(db())).lifts;
  expect(after).not.toEqual(before);
  const versionOf = async () => (await sheetData(db(), jobId, 'Ansa'))?.vehicle.version ?? 0;
  const step = async (kind: 'undo' | 'redo') =>
    documents.step(actor, { subject: 'vehicle', id: sheet.job.vehicleId, version: await versionOf() }, kind);
  const undone = await step('undo');
  expect(undone.ok && undone.value.map(({ subject }) => subject)).toEqual(['vehicle', 'stage']);
  expect((await learned(db())).lifts).toEqual(before);
  expect((await logOfJob(db(), jobId)).at(-1)).toMatchObject({ kind: 'struck', of: entry.id, by: 'Tester' });
  expect((await step('redo')).ok).toBe(true);
  expect((await learned(db())).lifts).toEqual(after);
  expect((await step('undo')).ok).toBe(true);
});

test('the demo’s past is learned from: it predicts better than saying the same each time, and knows its makers', async () => {
  const { accuracy, platforms, tires, lifts } = await learned(db());
  expect(accuracy.count).toBeGreaterThan(250);
  expect(accuracy.brier).toBeLessThan(accuracy.always / 2);
  expect(accuracy.within.two / accuracy.within.gaps).toBeGreaterThan(0.85);
  expect(platforms.map(({ platform }) => platform)).toContain('Haldane Rook');
  // The hidden truth of that past: this maker's tires are larger than their sheets, and springs rise by less than they say.
  expect(tires.find(({ group }) => group === 'Fellmark')).toMatchObject({ tells: true });
  expect(tires.find(({ group }) => group === 'Fellmark')?.mm).toBeGreaterThan(0);
  expect(lifts.find(({ group }) => group === 'springs')?.mm).toBeLessThan(-1);
});

test('a new vehicle begins from its body, marked; a body that nobody measured is refused by name', async () => {
  const begun = await createJob(await contextIn(connection), {
    title: 'next',
    label: 'Rook of a ranger',
    fromPlatform: 'Haldane Rook',
  });
  if (!begun.ok) throw new Error(JSON.stringify(begun));
  const sheet = await sheetData(db(), begun.value.jobId, 'Ansa');
  expect(sheet?.job).toMatchObject({ platform: 'Haldane Rook', vehicle: 'Rook of a ranger' });
  expect(JSON.stringify(sheet?.vehicle.document)).toContain('"x-platform":{"name":"Haldane Rook"');
  const refused = await createJob(await contextIn(connection), {
    title: 'x',
    label: 'y',
    fromPlatform: 'No such',
  });
  expect(JSON.stringify(refused)).toContain('is no body that was measured here');
  expect(await updateJob(as(db()), begun.value.jobId, { platform: ' Other ' })).toMatchObject({ ok: true });
  expect((await sheetData(db(), begun.value.jobId, 'Ansa'))?.job.platform).toBe('Other');
});

test('a vehicle’s life holds what was changed, written down and quoted, in order', async () => {
  const job = (await sheetData(db(), jobId, 'Ansa'))?.job;
  const life = await timelineOfVehicle(db(), job?.vehicleId ?? 0);
  if (!life.ok) throw new Error('there is no life');
  expect(new Set(life.value.map(({ kind }) => kind))).toEqual(new Set(['change', 'log']));
  expect(life.value.map(({ at }) => at)).toEqual(life.value.map(({ at }) => at).sort());
  expect((await timelineOfVehicle(db(), 999_999)).ok).toBe(false);
});

test('what is due counts from the handover, and goes out as a calendar', async () => {
  const mine = async (now: string) =>
    (await dueVehicles({ ...(await contextIn(connection)), now: new Date(now) })).find(
      (one) => one.jobId === jobId,
    );
  expect(await mine('2026-11-25T12:00')).toBeUndefined();
  const entry: LogEntry = {
    id: randomUUID(),
    at: '2026-11-25T11:00',
    by: 'Tester',
    kind: 'handed-over',
    odometerKm: 1000,
    words: '',
  };
  await writeLog(as(db(), 'Tester'), jobId, [entry]);
  const due = await mine('2026-12-25T12:00');
  expect(due?.due.find(({ kind }) => kind === 're-torque')).toMatchObject({ atKm: 1075, overdue: true });
  const calendar = dueIcs(due ? [due] : [], 'The shop');
  expect(calendar).toContain('DTSTART;VALUE=DATE:20261209');
  expect(calendar).toContain('SUMMARY:Example: Wheel nuts again');
});

test('lessons are kept per person, and one that was passed stays passed', async () => {
  expect(await noteTry(as(db()), 'offset', { right: false })).toMatchObject({ ok: true });
  await noteTry(as(db()), 'offset', { right: true });
  await noteTry(as(db()), 'offset', { right: false });
  expect(await progressOf(db(), 'Ansa')).toEqual([{ lesson: 'offset', tries: 3, passed: true }]);
  expect(await progressOf(db(), 'Odo')).toEqual([]);
  expect((await noteTry(as(db()), 'no such', { right: true })).ok).toBe(false);
  expect((await sent(tryBody, { right: 'yes' }, (body) => noteTry(as(db()), 'offset', body))).ok).toBe(false);
});
