import { as, contextIn, sent } from '../actor';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import sharp from 'sharp';
import { connect, type Connection } from '../../data/client';
import { dueIcs } from '../../formats/dueIcs';
import { dueVehicles } from '../../server/due';
import { createJob } from '../../server/createJob';
import { importBuild, sheetData } from '../../server/jobs';
import { learned } from '../../server/learned';
import { noteTry, progressOf, tryBody } from '../../server/lessons';
import { timelineOfVehicle } from '../../server/vehicleTimeline';
import { writeLog } from '../../server/log';
import { keepPhoto, photoOf } from '../../server/photos';
import { updateJob } from '../../server/updateJob';
import { exampleFile } from '../example';
import type { LogEntry } from '../../core/format/log';

let connection: Connection;
let jobId: number;
let stageId: number;
const db = () => connection.database;

beforeAll(async () => {
  connection = connect(inject('databaseUrl'));
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
  reading: {
    axle: 'front',
    side: 'left',
    direction: 'forward',
    stance: 'ride',
    lockDeg: 0,
    travelMm: 0,
    obstacle: 'front-thing',
    errorMm: 2,
    ...more,
  },
});

test('a reading is kept with what was predicted when it came, and stands on the accuracy board', async () => {
  const before = (await learned(db())).accuracy;
  expect((await writeLog(as(db(), 'Tester'), jobId, [reading({ mark: 'scuff' })])).ok).toBe(true);
  const { accuracy } = await learned(db());
  expect(accuracy.count).toBe(before.count + 1);
  expect(accuracy.touched).toBe(before.touched + 1);
  // Nobody predicted that it would touch.
  expect(accuracy.misses.find(({ jobId: one }) => one === jobId)?.why).toContain('touched');
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
  const begun = await createJob(await contextIn(db()), {
    title: 'next',
    label: 'Rook of a ranger',
    fromPlatform: 'Haldane Rook',
  });
  if (!begun.ok) throw new Error(JSON.stringify(begun));
  const sheet = await sheetData(db(), begun.value.jobId);
  expect(sheet?.job).toMatchObject({ platform: 'Haldane Rook', vehicle: 'Rook of a ranger' });
  expect(JSON.stringify(sheet?.vehicle.document)).toContain('"x-platform":{"name":"Haldane Rook"');
  const refused = await createJob(await contextIn(db()), { title: 'x', label: 'y', fromPlatform: 'No such' });
  expect(JSON.stringify(refused)).toContain('is no body that was measured here');
  expect(await updateJob(as(db()), begun.value.jobId, { platform: ' Other ' })).toMatchObject({ ok: true });
  expect((await sheetData(db(), begun.value.jobId))?.job.platform).toBe('Other');
});

test('a vehicle’s life holds what was changed, written down and quoted, in order', async () => {
  const job = (await sheetData(db(), jobId))?.job;
  const life = await timelineOfVehicle(db(), job?.vehicleId ?? 0);
  if (!life.ok) throw new Error('there is no life');
  expect(new Set(life.value.map(({ kind }) => kind))).toEqual(new Set(['change', 'log']));
  expect(life.value.map(({ at }) => at)).toEqual(life.value.map(({ at }) => at).sort());
  expect((await timelineOfVehicle(db(), 999_999)).ok).toBe(false);
});

test('what is due counts from the handover, and goes out as a calendar', async () => {
  const mine = async (now: string) =>
    (await dueVehicles({ ...(await contextIn(db())), now: new Date(now) })).find(
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
