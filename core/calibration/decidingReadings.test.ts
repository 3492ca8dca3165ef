import { expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { readByAsking, readInOrder, unmeasured } from '../../tests/newcomer';
import { assess } from '../assess';
import { AXLES } from '../format/fields';
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
  for (const { unsureAfter, axle, obstacle } of settle.readings) {
    expect(unsureAfter).toBeLessThanOrEqual(settle.unsure);
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

test('six readings that are asked for find the least gap where six in the order of the round do not', () => {
  const errors = ['holloway-1-tires-only', 'holloway-2-tires-and-lift', 'rook-1-long-tour'].map((name) => {
    const { truth } = of(name);
    return { asked: readByAsking(truth, 6).errorMm, order: readInOrder(truth, 6).errorMm };
  });
  for (const { asked, order } of errors) {
    expect(asked).toBeLessThan(order / 2);
    expect(asked).toBeLessThan(12);
  }
});

test('where the tape has nothing left, a gap is asked for that a person can set; with it the least gap is found', () => {
  const { truth } = of('pylon-1-dam-road');
  const answer = readByAsking(truth, 42);
  const gaps = AXLES.flatMap((axle) => answer.build.vehicle.corners[axle].measured?.gaps ?? []);
  expect(gaps.length).toBeGreaterThan(0);
  const { lockInsideDeg = NaN, lockOutsideDeg = NaN } = truth.vehicle.corners.front.steering ?? {};
  const shares = [0, 0.25, 0.5, 1];
  const settable = [
    ...shares.map((one) => one * lockInsideDeg),
    ...shares.map((one) => -one * lockOutsideDeg),
  ];
  for (const { lockDeg, travelMm } of gaps) {
    expect(Math.min(...settable.map((one) => Math.abs(one - lockDeg)))).toBeCloseTo(0, 6);
    expect(travelMm).toBe(0);
  }
  expect(answer.errorMm).toBeLessThan(8);
  expect(answer.grade).toBe(assess(truth).grade);
});
