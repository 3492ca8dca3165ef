import { expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { readByAsking, readInOrder, unmeasured } from '../../tests/newcomer';
import { assess } from '../assess';
import { lockOfShare } from '../measure/gaps';
import { outlineIds } from '../measure/things';
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
  expect(gaps.length).toBeGreaterThan(2);
  for (const { axle, lockShare, lockDeg, travelMm, obstacle } of gaps) {
    const corner = begun.vehicle.corners[axle];
    expect(Math.abs(lockDeg)).toBeCloseTo(Math.abs(lockOfShare(corner, lockShare, lockDeg > 0)), 9);
    expect([0, -corner.suspension.droopMm]).toContain(travelMm);
    // An edge is read by the tape: a gap tells of one place of it alone.
    expect(Object.values(outlineIds(axle))).not.toContain(obstacle);
  }
});

test('a newcomer who reads what is asked for is told after a dozen that nothing more decides', () => {
  const told = [
    'holloway-2-tires-and-lift',
    'pylon-2-shoreline',
    'rook-1-long-tour',
    'marten-2-tires-and-spacers',
    'halyard-1-tall-and-narrow',
  ].map((name) => {
    const { truth } = of(name);
    const { read, grade, errorMm } = readByAsking(truth, 42);
    return { count: read.length, right: grade === assess(truth).grade, errorMm };
  });
  for (const { count, right, errorMm } of told) {
    expect(count).toBeLessThan(18);
    expect(right).toBe(true);
    expect(errorMm).toBeLessThan(10);
  }
  expect(median(told.map(({ count }) => count))).toBeLessThanOrEqual(12);
});
