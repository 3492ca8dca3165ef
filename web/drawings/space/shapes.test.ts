import { expect, test } from 'vitest';
import { example } from '../../../tests/example';
import { mountedProfile } from '../../../core/clearance/profile';
import {
  bar,
  coarseTire,
  foldedEdge,
  liner,
  PART_MM,
  SKIN_MM,
  tireShape,
  wireOf,
  type Shape,
} from './shapes';

type Place = [number, number, number];
const places = ({ position }: Shape): Place[] =>
  Array.from({ length: position.length / 3 }, (_, i) => [
    position[i * 3] ?? NaN,
    position[i * 3 + 1] ?? NaN,
    position[i * 3 + 2] ?? NaN,
  ]);
const inBounds = ({ position, index }: Shape): void => {
  expect(Math.max(...index)).toBeLessThan(position.length / 3);
  expect(position.every(Number.isFinite)).toBe(true);
};
const edge: Place[] = Array.from({ length: 9 }, (_, i) => {
  const angle = (i * Math.PI) / 8;
  return [500 * Math.cos(angle), 100, 500 * Math.sin(angle)];
});

test('a folded edge holds the measured line; its skin runs away from the axle, its return inboard', () => {
  const shape = foldedEdge(edge);
  inBounds(shape);
  const rows = places(shape);
  edge.forEach(([x, y, z], i) => {
    const [skin, line, back] = rows.slice(i * 3, i * 3 + 3);
    expect(line).toEqual([x, y, z].map((value) => Math.fround(value)));
    // At the ends the line's own direction is that of its last step.
    expect(Math.hypot(skin?.[0] ?? 0, skin?.[2] ?? 0)).toBeGreaterThan(500 + SKIN_MM * 0.97);
    expect(back?.[1]).toBeLessThan(y);
  });
});

test('a bar keeps its half thickness about its line, and one place is a knob', () => {
  const shape = bar([
    [0, 0, 0],
    [0, 0, 200],
  ]);
  inBounds(shape);
  const far = places(shape).map(([x, y]) => Math.hypot(x, y));
  expect(Math.max(...far)).toBeCloseTo(PART_MM, 4);
  inBounds(bar([[10, 20, 30]]));
});

test('lines of a liner beside each other are one surface, those that lie elsewhere are strips of their own', () => {
  const inner = edge.map(([x, , z]): Place => [x, -80, z]);
  expect(liner([edge, inner])).toHaveLength(1);
  const below: Place[] = [
    [400, 0, -300],
    [300, 0, -400],
  ];
  const both = liner([edge, below]);
  expect(both).toHaveLength(2);
  both.forEach(inBounds);
});

test('the tire is as tall and as wide as it is, grooves or not, and so is the thin outline', () => {
  const build = example();
  const profile = mountedProfile(build.package, 0);
  const { tireOuterMm, tireHalfWidthMm, centreMm } = profile;
  const shape = tireShape(profile);
  inBounds(shape);
  for (const points of [places(shape), places({ position: wireOf(profile), index: new Uint32Array() })]) {
    expect(Math.max(...points.map(([x, , z]) => Math.hypot(x, z)))).toBeCloseTo(tireOuterMm, 2);
    expect(Math.max(...points.map(([, y]) => y)) - centreMm).toBeCloseTo(tireHalfWidthMm, 2);
  }
});

test('the tire for a slow machine joins every second place of the whole one, and is nearly as large', () => {
  const build = example();
  const profile = mountedProfile(build.package, build.package.spacerMm);
  const whole = tireShape(profile);
  const coarse: Shape = { position: whole.position, index: coarseTire(profile) };
  inBounds(coarse);
  expect(coarse.index.length).toBeLessThan(whole.index.length * 0.27);
  const area = (shape: Shape): number => {
    const all = places(shape);
    let sum = 0;
    for (let i = 0; i < shape.index.length; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => all[shape.index[i + k] ?? 0] ?? [0, 0, 0]) as [
        Place,
        Place,
        Place,
      ];
      const [u, v] = [b, c].map((to) => to.map((value, k) => value - (a[k] ?? 0))) as [Place, Place];
      sum += Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]) / 2;
    }
    return sum;
  };
  expect(area(coarse) / area(whole)).toBeGreaterThan(0.9);
  expect(area(coarse) / area(whole)).toBeLessThan(1.01);
});
