import { expect, test } from 'vitest';
import { demoBuild, demoTexts, example, obstacle } from '../../tests/example';
import { nextReadings } from './nextReadings';
import type { TestReading } from '../format/testFit';

const well = example({
  front: {
    obstacles: [
      obstacle([[0, -60, 405]], { id: 'near', tapeErrorMm: 8 }),
      obstacle([[0, -60, 700]], { id: 'far', tapeErrorMm: 8 }),
    ],
  },
});

test('asks first for what is close and unsure, never for what is far away', () => {
  const [first, ...rest] = nextReadings(well, []);
  expect(first?.reading.obstacle).toBe('near');
  expect(rest.every(({ reading }) => reading.obstacle !== 'far')).toBe(true);
  for (const { worth, spreadMm } of [first, ...rest].flatMap((one) => one ?? [])) {
    expect(worth).toBeGreaterThanOrEqual(2);
    expect(worth).toBeLessThanOrEqual(spreadMm);
  }
});

test('each reading taken teaches: the same one is worth less after it, and in the end enough is known', () => {
  const [before] = nextReadings(well, [], 1);
  if (!before) throw new Error('something was to be asked');
  const taken: TestReading = { ...before.reading, gapMm: 10 };
  const again = nextReadings(well, [taken], 6).find(
    ({ reading }) => JSON.stringify(reading) === JSON.stringify(before.reading),
  );
  expect(again?.worth ?? 0).toBeLessThan(before.worth);
  const halyard = demoBuild('halyard-3-wide-and-tall');
  const readings: TestReading[] = [];
  for (let round = 0; round < 40; round++) {
    const [next] = nextReadings(halyard, readings, 1);
    if (!next) break;
    readings.push({ ...next.reading, gapMm: Math.max(0, next.predictedMm) });
  }
  expect(readings.length).toBeGreaterThan(1);
  expect(readings.length).toBeLessThan(20);
  expect(nextReadings(halyard, readings)).toEqual([]);
});

test('what is asked on the demo vehicles can be asked: their own obstacles, poses within their locks', () => {
  for (const name of Object.keys(demoTexts)) {
    const build = demoBuild(name);
    for (const { reading, predictedMm } of nextReadings(build, [])) {
      const { obstacles, steering } = build.vehicle.corners[reading.axle];
      expect(
        obstacles.map(({ id }) => id),
        name,
      ).toContain(reading.obstacle);
      expect(reading.lockDeg).toBeLessThanOrEqual((steering?.lockInsideDeg ?? 0) + 0.5);
      expect(reading.lockDeg).toBeGreaterThanOrEqual(-(steering?.lockOutsideDeg ?? 0) - 0.5);
      expect(Number.isFinite(predictedMm)).toBe(true);
    }
  }
});
