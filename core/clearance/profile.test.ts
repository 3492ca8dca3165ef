import fc from 'fast-check';
import { expect, test } from 'vitest';
import { holdsWithin, profileOf, sectionClearance, type Profile } from './profile';
import { example } from '../../tests/example';
import type { TireSize } from '../tire/size';

const { wheel } = example().package;
const profiles = fc
  .record({
    overallDiameterMm: fc.integer({ min: 680, max: 960 }),
    sectionWidthMm: fc.integer({ min: 200, max: 330 }),
    tread: fc.double({ min: 0.6, max: 1, noNaN: true }),
    diameterIn: fc.constantFrom(16, 17, 18),
    widthIn: fc.constantFrom(7, 8, 9),
    offsetMm: fc.integer({ min: -20, max: 50 }),
  })
  .map(({ tread, overallDiameterMm, sectionWidthMm, ...of }): Profile => {
    const size = { overallDiameterMm, sectionWidthMm, treadWidthMm: tread * sectionWidthMm } as TireSize;
    return profileOf(size, { ...wheel, ...of }, 0);
  });

test('nothing is farther from a wheel than from one within it', () => {
  const place = fc.tuple(
    fc.double({ min: -300, max: 300, noNaN: true }),
    fc.double({ min: 0, max: 600, noNaN: true }),
  );
  let within = 0;
  fc.assert(
    fc.property(
      profiles,
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.array(place, { minLength: 20, maxLength: 20 }),
      (small, more, places) => {
        const large: Profile = {
          ...small,
          tireHalfWidthMm: small.tireHalfWidthMm + more / 2,
          tireOuterMm: small.tireOuterMm + more,
          shoulderMm: small.shoulderMm + more / 4,
        };
        if (!holdsWithin(large, small)) return;
        within++;
        for (const [a, r] of places)
          expect(sectionClearance(large, a, r)).toBeLessThanOrEqual(sectionClearance(small, a, r) + 1e-9);
      },
    ),
    { numRuns: 300 },
  );
  expect(within).toBeGreaterThan(200);
});

test('a wheel holds itself; of two, both hold each other only where they are one', () => {
  fc.assert(
    fc.property(profiles, profiles, (one, other) => {
      expect(holdsWithin(one, one)).toBe(true);
      if (holdsWithin(one, other) && holdsWithin(other, one)) {
        const { tireOuterMm, tireHalfWidthMm, centreMm } = other;
        expect(one.tireOuterMm).toBeCloseTo(tireOuterMm, 6);
        expect(one.tireHalfWidthMm).toBeCloseTo(tireHalfWidthMm, 6);
        expect(one.centreMm).toBeCloseTo(centreMm, 6);
      }
    }),
  );
});

test('a wheel that stands further out, or on another rim, is not held', () => {
  fc.assert(
    fc.property(profiles, fc.double({ min: 0.1, max: 40, noNaN: true }), (one, by) => {
      expect(holdsWithin(one, { ...one, centreMm: one.centreMm + by })).toBe(false);
      expect(holdsWithin(one, { ...one, tireOuterMm: one.tireOuterMm + by })).toBe(false);
      expect(holdsWithin(one, { ...one, rimInnerMm: one.rimInnerMm - by })).toBe(false);
    }),
  );
});
