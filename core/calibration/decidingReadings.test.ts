import { expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../../tests/example';
import { readByAsking, readInOrder, unmeasured } from '../../tests/newcomer';
import { assess } from '../assess';
import { lockOfShare } from '../measure/gaps';
import { outlineIds } from '../measure/things';
import { axisSpreadMm } from '../clearance/axisSpread';
import { reaches } from '../clearance/grade';
import { unsureParts } from '../clearance/unsure';
import { vecOf } from '../geometry/vec';
import { readingNamed } from '../measure/places';
import { readsNow } from '../measure/readsNow';
import { takeReading } from '../measure/take';
import { median } from '../../command/bench/median';
import { decidingReadings } from './decidingReadings';

/** A build on a vehicle that nobody has measured, and its true self. */
const of = (name: string) => {
  const truth = demoBuild(name);
  return { truth, begun: { ...truth, vehicle: unmeasured(truth.vehicle) } };
};

test('what is asked first is an estimate that decides, and knowing it never makes less sure', () => {
  const { begun } = of('holloway-2-tires-and-lift');
  const settle = decidingReadings(begun, assess(begun).grade);
  expect(settle.enough).toBe(false);
  expect(settle.readings.length).toBeGreaterThan(2);
  const shares = settle.readings.map(({ decides }) => decides);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
  for (const { doubtAfter, axle, obstacle } of settle.readings) {
    expect(doubtAfter).toBeLessThanOrEqual(settle.doubt);
    const part = begun.vehicle.corners[axle].obstacles.find(({ id }) => id === obstacle);
    expect(part?.estimated?.length).toBeGreaterThan(0);
  }
});

test('a vehicle that was measured is asked for nothing', () => {
  const { truth } = of('holloway-2-tires-and-lift');
  expect(decidingReadings(truth, assess(truth).grade).readings).toEqual([]);
});

test('however sure it seems, no grade that rests on an estimate is enough', () => {
  const { begun } = of('halyard-1-tall-and-narrow');
  const settle = decidingReadings(begun, 'blocked');
  expect(settle.unsure).toBeLessThan(0.1);
  expect(settle.enough).toBe(false);
  expect(settle.sure).toBeNull();
});

test('eight readings that are asked for find the least gap where eight in the order of the round do not', () => {
  const errors = ['holloway-1-tires-only', 'holloway-2-tires-and-lift'].map((name) => {
    const { truth } = of(name);
    return { asked: readByAsking(truth, 8).errorMm, order: readInOrder(truth, 8).errorMm };
  });
  for (const { asked, order } of errors) {
    expect(asked).toBeLessThan(order / 2);
    expect(asked).toBeLessThan(12);
  }
});

test('of a part that stands apart a gap is asked for, in a pose that a person can set, and it tells what the tape does not', () => {
  const { begun } = of('pylon-2-shoreline');
  const { readings } = decidingReadings(begun, assess(begun).grade, 12);
  const gaps = readings.filter((one) => one.by === 'gap');
  expect(gaps.length).toBeGreaterThan(0);
  for (const { axle, lockShare, lockDeg, travelMm, obstacle } of gaps) {
    const corner = begun.vehicle.corners[axle];
    expect(Math.abs(lockDeg)).toBeCloseTo(Math.abs(lockOfShare(corner, lockShare, lockDeg > 0)), 9);
    expect([0, -corner.suspension.droopMm]).toContain(travelMm);
    // An edge is read by the tape: a gap tells of one place of it alone.
    expect(Object.values(outlineIds(axle))).not.toContain(obstacle);
  }
});

test('of a thing that runs along the wheel the place is asked for where it is nearest: its shape is not the typical one', () => {
  const { begun } = of('pylon-2-shoreline');
  const { readings } = decidingReadings(begun, assess(begun).grade, 12);
  const places = readings.filter((one) => one.by === 'tape' && one.reading.kind.of === 'place');
  expect(places.length).toBeGreaterThan(0);
  for (const one of places) {
    if (one.by !== 'tape' || one.reading.kind.of !== 'place') continue;
    const { kind, id, errorMm } = one.reading;
    const part = unsureParts(begun, one.axle).find(
      ({ obstacle }) => begun.vehicle.corners[one.axle].obstacles[obstacle]?.id === one.obstacle,
    );
    expect(Math.abs(kind.atMm - (part?.at[kind.runs] ?? NaN))).toBeLessThanOrEqual(5);
    // Read there, it is as sure as the tape along its axis.
    const known = readingNamed(one.axle, one.side, id);
    const valueMm = (known && readsNow(begun.vehicle.corners[one.axle], one.axle, known)) ?? NaN;
    const taken = takeReading(begun.vehicle, one.axle, { reading: id, side: one.side, valueMm, errorMm });
    if (!taken.ok) throw new Error(taken.fault.message);
    const place = vecOf([0, 1, 2].map((axis) => (axis === kind.runs ? kind.atMm : 0)));
    const obstacle = taken.value.obstacles.find((was) => was.id === one.obstacle);
    expect(obstacle && axisSpreadMm(taken.value, one.axle, obstacle, place)[kind.axis]).toBe(0);
  }
});

test('a newcomer who reads what is asked for is sure of a grade after a dozen: the median of the demo vehicles', () => {
  const counts: number[] = [];
  let right = 0;
  for (const name of Object.keys(demoTexts)) {
    const { truth } = of(name);
    const { read, settle } = readByAsking(truth, 16, 'sure');
    counts.push(settle?.sure ? read.length : Infinity);
    if (!settle?.sure) continue;
    expect(settle.sure.share).toBeGreaterThanOrEqual(0.9);
    const is = assess(truth).grade;
    if (settle.sure.grade === 'blocked' ? is === 'blocked' : reaches(is, settle.sure.grade)) right++;
  }
  const sure = counts.filter(Number.isFinite).length;
  expect(median(counts)).toBeLessThanOrEqual(12);
  expect(sure).toBeGreaterThanOrEqual(7);
  // Nine in ten, of so few: one may be wrong.
  expect(right).toBeGreaterThanOrEqual(sure - 1);
});

test('nothing more is asked for once nothing teaches, and then the least gap is known to centimetres', () => {
  for (const name of ['holloway-2-tires-and-lift', 'pylon-1-dam-road']) {
    const { truth } = of(name);
    const { read, errorMm, settle } = readByAsking(truth, 42);
    expect(read.length).toBeLessThan(24);
    expect(settle?.readings).toEqual([]);
    expect(errorMm).toBeLessThan(10);
  }
});
