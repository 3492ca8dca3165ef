import { describe, expect, test } from 'vitest';
import { denseAdjusted } from '../../command/bench/denseBundle';
import { normal, PHONE, seeded } from '../../demo/photo/world';
import { away, AXIS, drawn, measured, words } from '../../tests/drawnRound';
import { adjusted } from './adjust';
import { solveRound } from './solve';

describe('a round whose corners are known exactly', () => {
  test.each(['left', 'right'] as const)(
    'gives every point, the camera and the inset of the %s well',
    (side) => {
      const { round, pictures, truth } = drawn({ seed: 1, side, noisePx: 0, handMm: 0 });
      const found = measured(round, pictures);
      expect(found.points.length).toBeGreaterThan(25);
      expect(Math.max(...away(found, truth).flat().map(Math.abs))).toBeLessThan(0.02);
      expect(Math.abs(found.camera.focalPx - PHONE.focalPx)).toBeLessThan(0.2);
      expect(found.camera.k1).toBeCloseTo(PHONE.k1, 3);
      expect(found.plateCamberDeg.value).toBeCloseTo(-0.7, 3);
      expect(found.hubAboveGroundMm?.value).toBeCloseTo(370, 1);
      expect(found.photos.every(({ used }) => used)).toBe(true);
    },
  );

  test('finds its focal length where nobody says it', () => {
    const { round, pictures, truth } = drawn({ seed: 2, noisePx: 0, handMm: 0 });
    const { focal35Mm: _, ...unsaid } = round;
    const found = measured(unsaid, pictures);
    expect(Math.max(...away(found, truth).flat().map(Math.abs))).toBeLessThan(0.02);
  });
});

test('points are as sure as is said: nine in ten of the intervals hold, over several rounds', () => {
  let held = 0;
  let count = 0;
  let squares = 0;
  for (let seed = 11; seed < 16; seed++) {
    const { round, pictures, truth } = drawn({ seed });
    const found = measured(round, pictures);
    away(found, truth).forEach((off, i) =>
      off.forEach((d, axis) => {
        count++;
        squares += d * d;
        if (Math.abs(d) < 1.645 * (found.points[i]?.sigmaMm[axis] ?? 0)) held++;
      }),
    );
  }
  expect(count).toBeGreaterThan(400);
  expect(held / count).toBeGreaterThan(0.8);
  expect(held / count).toBeLessThan(0.98);
  expect(Math.sqrt((3 * squares) / count)).toBeLessThan(0.5);
});

test('turned and lifted: steering axis and path of the wheel, within what is said', () => {
  const { round, pictures } = drawn({ seed: 5, photos: 7, states: true });
  const found = measured(round, pictures);
  const { steering, path, hub } = found;
  for (const name of ['kpiDeg', 'casterDeg', 'lockInsideDeg', 'lockOutsideDeg'] as const)
    expect(Math.abs((steering?.[name] ?? NaN) - AXIS[name])).toBeLessThan(0.1);
  expect(Math.abs((steering?.kingpinMm ?? NaN) - AXIS.kingpinMm)).toBeLessThan(0.3);
  expect(steering?.sigma.kpiDeg).toBeLessThan(0.1);
  expect(path.map(({ state }) => state)).toEqual(['bump']);
  expect(path[0]?.hMm).toBeCloseTo(72, 0);
  expect(path[0]?.camberDeg).toBeCloseTo(-1.4, 1);
  expect(hub.map(({ state }) => state)).toEqual(['straight', 'inside', 'outside', 'bump']);
  expect(hub[0]).toMatchObject({ xMm: 0, yMm: 0, zMm: 0 });
  expect(hub[1]?.steerDeg).toBeGreaterThan(30);
});

test('the elimination ends where the plain way ends', () => {
  const { pictures } = drawn({ seed: 8, photos: 4 });
  const solved = solveRound(
    pictures.map(({ found }) => ({ state: 0, found })),
    PHONE,
    27,
  );
  if (!solved) throw new Error('not placed');
  // A start a little off, the same for both.
  const random = seeded(3);
  const camera = solved.scene.camera.map((v, i) => (i === 0 ? v * 1.01 : v));
  const photos = solved.scene.photos.map((pose) => pose.map((v, i) => (i < 9 ? v : v + 2 * normal(random))));
  const start = { ...solved.scene, camera, photos };
  const plain = denseAdjusted(start, 0.5);
  const { scene, normal: equations } = adjusted(start, 0.5);
  expect(equations.cost).toBeCloseTo(plain.cost, 4);
  scene.bodies.forEach((pose, body) =>
    pose.forEach((value, i) => expect(value).toBeCloseTo(plain.scene.bodies[body]?.[i] ?? NaN, 3)),
  );
});

test('a plate alone measures the camera and no point', () => {
  const { round, pictures } = drawn({ seed: 41, photos: 8 });
  const found = measured(
    round,
    pictures.map((one) => ({ ...one, found: one.found.filter(({ id }) => id < 4) })),
  );
  expect(found.points).toEqual([]);
  expect(Math.abs(found.camera.focalPx / PHONE.focalPx - 1)).toBeLessThan(0.02);
  expect(words(found)).toContain('unknown Card 16 (lip) is in no picture');
});
