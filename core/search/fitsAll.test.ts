import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoOffers } from '../../tests/demoCatalog';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { builtWith, commonTo, fitsOf, packed, unpacked, type VehicleFit, type VehicleFits } from './fitsAll';

const [rook, marten] = ['rook-1-long-tour', 'marten-1-tires-only'].map((name) => {
  const build = demoBuild(name);
  const { vehicle } = build;
  const all = demoOffers(build, name.startsWith('rook') ? 'Rook' : 'Marten');
  // A few of each are enough to be right or wrong about.
  const offers = { tires: all.tires.slice(0, 12), wheels: all.wheels.slice(0, 10), lifts: all.lifts };
  return { vehicle, offers };
});
if (!rook || !marten) throw new Error('two demo vehicles were read');

describe('what one vehicle takes', () => {
  const { vehicle, offers } = rook;
  const { fits, whole } = fitsOf(vehicle, offers);

  test('is what assess says of each, on no lower kit than that', () => {
    expect(whole).toBe(true);
    expect(fits.length).toBeGreaterThan(0);
    for (const fit of fits.slice(0, 12)) {
      const build = builtWith(vehicle, offers, fit);
      if (!build) throw new Error('its parts are in the catalog');
      const judged = assess(build);
      expect(judged.grade, JSON.stringify(fit)).toBe(fit.grade);
      expect(['free', 'close']).toContain(fit.grade);
      const { front, rear } = judged.fit;
      expect(Math.min(front.leastClearanceMm, rear.leastClearanceMm)).toBeCloseTo(fit.leastMm, 6);
      if (fit.lift === 0) continue;
      const lower = builtWith(vehicle, offers, { ...fit, lift: 0 });
      expect(lower && ['free', 'close']).not.toContain(lower && assess(lower).grade);
    }
  });

  test('each pair of tire and wheel stands once', () => {
    const keys = fits.map(({ tire, wheel }) => `${tire} ${wheel}`);
    expect(new Set(keys).size).toBe(keys.length);
  });

  test('kept and read again it is the same, to a hundredth of a millimetre', () => {
    const again = unpacked(JSON.parse(JSON.stringify(packed({ fits, whole }))) as ReturnType<typeof packed>);
    expect(again.whole).toBe(true);
    again.fits.forEach(({ leastMm, ...rest }, i) => {
      const { leastMm: before, ...was } = fits[i] as VehicleFit;
      expect(rest).toEqual(was);
      expect(Math.abs(leastMm - before)).toBeLessThan(0.0051);
    });
  });

  test('without time it says that it is not whole', () =>
    expect(fitsOf(vehicle, offers, () => true)).toEqual({ fits: [], whole: false }));

  test('a part that is in the catalog no more makes no build', () =>
    expect(builtWith(vehicle, offers, { tire: 999_999, wheel: 0, lift: 0 })).toBeNull());
});

test('what two demo vehicles take together each of them takes', () => {
  const both = [rook, marten].map(({ vehicle, offers }) => fitsOf(vehicle, offers));
  for (const { tire, each } of commonTo(both))
    each.forEach((fit, i) => {
      expect(fit.tire).toBe(tire);
      expect(both[i]?.fits).toContainEqual(fit);
    });
});

describe('what all of a fleet take', () => {
  const fit = fc.record({
    tire: fc.integer({ min: 1, max: 4 }),
    wheel: fc.integer({ min: 0, max: 3 }),
    lift: fc.integer({ min: 0, max: 2 }),
    liftMm: fc.integer({ min: 0, max: 100 }),
    grade: fc.constantFrom('free' as const, 'close' as const),
    leastMm: fc.integer({ min: 0, max: 60 }),
    cost: fc.option(fc.integer({ min: 0, max: 4000 })),
  });
  const pair = ({ tire, wheel }: VehicleFit): string => `${tire} ${wheel}`;
  const one: fc.Arbitrary<VehicleFits> = fc
    .uniqueArray(fit, { selector: pair, maxLength: 12 })
    .map((fits) => ({ fits, whole: true }));
  const fleets = fc.array(one, { minLength: 1, maxLength: 4 });

  test('is every tire that each takes, once, and no other', () =>
    fc.assert(
      fc.property(fleets, (fleet) => {
        const common = commonTo(fleet).map(({ tire }) => tire);
        const wanted = [1, 2, 3, 4].filter((tire) =>
          fleet.every(({ fits }) => fits.some((one) => one.tire === tire)),
        );
        expect([...common].sort()).toEqual(wanted);
      }),
    ));

  test('on one wheel where there is one, the cheapest of those', () =>
    fc.assert(
      fc.property(fleets, (fleet) => {
        for (const { tire, wheel, each, cost } of commonTo(fleet)) {
          const shared = [1, 2, 3].flatMap((number) => {
            const all = fleet.map(({ fits }) =>
              fits.find((one) => one.tire === tire && one.wheel === number),
            );
            return all.every((one) => one !== undefined)
              ? [
                  all.reduce<number | null>(
                    (sum, one) => (sum === null || one.cost === null ? null : sum + one.cost),
                    0,
                  ),
                ]
              : [];
          });
          expect(wheel === null).toBe(shared.length === 0);
          expect(each).toHaveLength(fleet.length);
          if (wheel === null) continue;
          expect(each.every((one) => one.wheel === wheel)).toBe(true);
          expect(cost ?? Infinity).toBe(Math.min(...shared.map((sum) => sum ?? Infinity)));
        }
      }),
    ));

  test('one more vehicle makes it no more', () =>
    fc.assert(
      fc.property(fleets, one, (fleet, more) => {
        const before = new Set(commonTo(fleet).map(({ tire }) => tire));
        for (const { tire } of commonTo([...fleet, more])) expect(before.has(tire)).toBe(true);
      }),
    ));
});
