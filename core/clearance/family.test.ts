import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { example } from '../../tests/example';
import { number } from '../../tests/randomBuilds';
import { tireSize } from '../tire/size';
import { familyOf, flangeInside, leastDistance, mostDistance, rimInFamily } from './family';
import { profileOf, rimDistance, tireDistance, type Profile } from './profile';

const { wheel } = example().package;
const profile = (
  diameterMm: number,
  widthMm: number,
  rimIn: number,
  offsetMm: number,
  widthIn = 7,
): Profile =>
  profileOf(
    tireSize(
      { code: `245/75R${rimIn}`, pattern: 'mud', overallDiameterMm: diameterMm, sectionWidthMm: widthMm },
      widthIn,
    ),
    { ...wheel, diameterIn: rimIn, widthIn, offsetMm },
    0,
  );
const profiles = fc.array(
  fc
    .tuple(number(680, 950), number(190, 340), fc.constantFrom(15, 16, 17, 18), number(-50, 60))
    .map(([d, w, rim, offset]) => profile(d, w, rim, offset)),
  { minLength: 1, maxLength: 5 },
);

describe('a family of wheels', () => {
  test('holds every wheel that it was made of, with its own rim', () =>
    fc.assert(
      fc.property(profiles, (list) => {
        const family = familyOf(list);
        for (const one of list) {
          const rim = rimInFamily(family, one);
          expect(rim).toBeDefined();
          const mid = family.rims[rim ?? 0]?.midMm ?? [0, 0];
          expect((one.rimInnerMm + one.rimOuterMm) / 2).toBeCloseTo(mid[0], 6);
        }
      }),
    ));

  test('says the least and the most that any of them can be from a place', () =>
    fc.assert(
      fc.property(profiles, number(-400, 400), number(0, 700), (list, a, r) => {
        const family = familyOf(list);
        for (const one of list) {
          const tire = tireDistance(one, a, r);
          expect(tire).toBeGreaterThanOrEqual(leastDistance(family.tire, a, r) - 1e-6);
          expect(tire).toBeLessThanOrEqual(mostDistance(family.tire, family.centreMm, a, r) + 1e-6);
          const shape = family.rims[rimInFamily(family, one) ?? -1];
          if (!shape) throw new Error('its own rim');
          expect(rimDistance(one, a, r)).toBeGreaterThanOrEqual(leastDistance(shape, a, r) - 1e-6);
          expect(rimDistance(one, a, r)).toBeLessThanOrEqual(
            mostDistance(shape, family.centreMm, a, r) + 1e-6,
          );
        }
      }),
    ));

  test('a flange inside the tire never is the nearer beyond its own radius', () =>
    fc.assert(
      fc.property(profiles, number(-400, 400), number(0, 500), (list, a, beyond) => {
        for (const one of list)
          if (flangeInside(one))
            expect(tireDistance(one, a, one.rimOuterMm + beyond)).toBeLessThanOrEqual(
              rimDistance(one, a, one.rimOuterMm + beyond) + 1e-9,
            );
      }),
    ));

  test('a wide rim under a narrow tire is told from one that stands inside it', () => {
    expect(flangeInside(profile(780, 250, 16, 0))).toBe(true);
    expect(flangeInside(profile(780, 200, 16, 0, 10))).toBe(false);
  });

  test('another rim diameter, another offset, a larger tire are not of it', () => {
    const family = familyOf([profile(780, 250, 16, 0), profile(800, 260, 16, 20)]);
    expect(rimInFamily(family, profile(790, 255, 16, 10))).toBe(0);
    expect(rimInFamily(family, profile(790, 255, 17, 10))).toBeUndefined();
    expect(rimInFamily(family, profile(790, 255, 16, 40))).toBeUndefined();
    expect(rimInFamily(family, profile(900, 255, 16, 10))).toBeUndefined();
  });
});
