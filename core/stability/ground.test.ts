import fc from 'fast-check';
import { expect, test } from 'vitest';
import { example } from '../../tests/example';
import { groundOf, rampDeg } from './ground';
import type { LowPoint } from '../format/underside';

test('a ramp touches tire and point: its distance from the axle is one radius', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 450, max: 1500 }),
      fc.integer({ min: 50, max: 700 }),
      fc.integer({ min: 300, max: 440 }),
      (ahead, height, radius) => {
        const deg = rampDeg(ahead, height, radius);
        if (deg <= 0 || deg >= 90) return;
        const a = (deg * Math.PI) / 180;
        const distance = ahead * Math.sin(a) + (radius - height) * Math.cos(a);
        expect(distance).toBeCloseTo(radius, 6);
      },
    ),
  ));

test('by hand: on the ground 0, at axle height asin(R/d), higher is steeper', () => {
  expect(rampDeg(1000, 0, 400)).toBeCloseTo(0, 9);
  expect(rampDeg(1000, 400, 400)).toBeCloseTo((Math.asin(0.4) * 180) / Math.PI, 9);
  expect(rampDeg(1000, 300, 400)).toBeLessThan(rampDeg(1000, 301, 400));
  expect(rampDeg(380, 300, 400)).toBe(90);
});

const underside: LowPoint[] = [
  { label: 'bumper', behindFrontAxleMm: -800, heightMm: 350, carrier: 'body' },
  { label: 'rail', behindFrontAxleMm: 1500, heightMm: 300, carrier: 'frame' },
  { label: 'hitch', behindFrontAxleMm: 4000, heightMm: 400, carrier: 'frame' },
  { label: 'axle', behindFrontAxleMm: 3000, heightMm: 210, carrier: 'axle' },
];

test('lifts raise what they carry: springs body and frame, a body lift the body alone, tires all', () => {
  const lift = { springMm: 40, bracketMm: 10, bodyMm: 30 };
  const build = example({
    vehicle: { underside },
    package: { lift: { front: lift, rear: lift } },
  });
  const { approachDeg, departureDeg, breakoverDeg, runningClearanceMm } = groundOf(build);
  const r = 773.9 / 2;
  expect(approachDeg?.package).toBeCloseTo(rampDeg(800, 430, r), 9);
  expect(departureDeg?.package).toBeCloseTo(rampDeg(1000, 450, r), 9);
  expect(breakoverDeg?.package).toBeCloseTo(2 * rampDeg(1500, 350, r), 9);
  // The axle hangs below the springs: it does not rise at all.
  expect(runningClearanceMm).toEqual({ stock: 210, package: 210 });
});

test('a lift at one end raises the middle by half', () => {
  const build = example({
    vehicle: { underside: underside.filter(({ label }) => label === 'rail') },
    package: { lift: { front: { springMm: 60 }, rear: {} } },
  });
  const { breakoverDeg, checks } = groundOf(build);
  expect(breakoverDeg?.package).toBeCloseTo(2 * rampDeg(1500, 330, 773.9 / 2), 9);
  expect(checks[0]).toMatchObject({ id: 'underside', status: 'unknown' });
  expect(checks[0]?.message).toContain('ahead of the front wheels, behind the rear wheels');
});

test('nothing measured is nothing known', () => {
  expect(groundOf(example())).toEqual({ checks: [expect.objectContaining({ status: 'unknown' })] });
});
