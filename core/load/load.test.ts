import { wordingText } from '../wording';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checked, example, exampleFile } from '../../tests/example';
import type { Build, BuildFile } from '../format/build';
import { tireSize } from '../tire/size';
import { loadOf } from './load';
import { axleLoadsKg, sumOf, wheelMassGrowthKg } from './masses';
import { loadAtKpa, roadPressure, sidewallAt, tablePressureKpa, trailPressureKpa } from './pressure';

const statusOf = (build: Build, id: string) => loadOf(build).checks.find((one) => one.id === id)?.status;
const made = (change: (file: BuildFile) => void): Build => {
  const file = exampleFile();
  change(file);
  return checked(file);
};

describe('axle loads', () => {
  test('a mass on the rear axle is the rear’s, one between them is shared, one behind lightens the front', () => {
    const at = (behindFrontAxleMm: number) =>
      axleLoadsKg(
        example({
          package: { addedMass: [{ label: 'box', massKg: 120, behindFrontAxleMm, heightMm: 900 }] },
        }),
      );
    expect(at(3000)).toEqual({ front: 1000, rear: 1020 });
    expect(at(1500)).toEqual({ front: 1060, rear: 960 });
    // A metre behind the rear axle: a third of it off the front.
    expect(at(4000).front).toBeCloseTo(1000 - 40, 9);
    expect(at(4000).rear).toBeCloseTo(900 + 160, 9);
  });

  test('nothing is lost or made: the sum grows by what was added', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: -1500, max: 5000 })), {
          maxLength: 6,
        }),
        (list) => {
          const addedMass = list.map(([massKg, behindFrontAxleMm]) => ({
            massKg,
            behindFrontAxleMm,
            heightMm: 800,
          }));
          const added = list.reduce((sum, [mass]) => sum + mass, 0);
          expect(sumOf(axleLoadsKg(example({ package: { addedMass } })))).toBeCloseTo(1900 + added, 6);
        },
      ),
    ));

  test('heavier tires and wheels count twice an axle, and only where all four masses are known', () => {
    const build = made((file) => {
      file.vehicle.stock.tire = { ...file.vehicle.stock.tire, massKg: 16 };
      file.package.tire = { ...file.package.tire, massKg: 24 };
      file.package.wheel = { ...file.package.wheel, massKg: 15 };
    });
    expect(wheelMassGrowthKg(build)).toBe(11);
    expect(axleLoadsKg(build)).toEqual({ front: 1022, rear: 922 });
    expect(wheelMassGrowthKg(example())).toBeUndefined();
    expect(statusOf(example(), 'wheel-mass')).toBe('unknown');
  });
});

describe('ratings', () => {
  test('a van may pass the sum and fail its rear axle', () => {
    const build = example({
      vehicle: { ratingsKg: { gross: 2500, front: 1300, rear: 1000 } },
      package: { addedMass: [{ massKg: 200, behindFrontAxleMm: 3200, heightMm: 1000 }] },
    });
    expect(statusOf(build, 'gross-load')).toBe('pass');
    // Where the box stands was typed in: what follows from that is an estimate, and none of it a pass.
    expect(statusOf(build, 'axle-load-front')).toBe('watch');
    expect(statusOf(build, 'axle-load-rear')).toBe('fail');
    expect(wordingText(loadOf(build).hiddenBySum ?? '', 'metric')).toContain(
      'hides that the rear axle is over',
    );
    expect(loadOf(example()).hiddenBySum).toBeUndefined();
  });
  test('unknown ratings are unknown, not passes', () => {
    expect(statusOf(example(), 'axle-load-front')).toBe('unknown');
    expect(statusOf(example(), 'tire-capacity-front')).toBe('unknown');
  });
  test.each([
    // Load index 111 carries 1090 kg, two of them 2180; 1000 kg are on the axle.
    [2180, 'pass'],
    [2181, 'watch'],
  ] as const)('tires against an axle rating of %s kg: %s', (front, status) =>
    expect(statusOf(example({ vehicle: { ratingsKg: { front } } }), 'tire-capacity-front')).toBe(status),
  );
  test('less than the load with a tenth in reserve fails, whatever the rating', () => {
    const heavy = example({ vehicle: { massKg: { front: 1990, rear: 900 } } });
    expect(statusOf(heavy, 'tire-capacity-front')).toBe('fail');
  });
  test('speed symbols do not run in plain order: H is faster than S', () => {
    const at = (code: string) =>
      statusOf(
        example({ package: { tire: { code, pattern: 'road' } }, use: { topKmh: 190 } }),
        'speed-symbol',
      );
    expect(at('245/75R16 111S')).toBe('fail');
    expect(at('245/75R16 111H')).toBe('pass');
    expect(at('245/75R16')).toBe('unknown');
    expect(statusOf(example(), 'speed-symbol')).toBe('unknown');
  });
});

describe('pressures', () => {
  test('a load table is read straight between its rows and wins over the law', () => {
    const table = [
      [200, 700],
      [300, 1000],
    ] as const;
    expect(tablePressureKpa(table, 850)).toBe(250);
    expect(tablePressureKpa(table, 500)).toBe(200);
    expect(tablePressureKpa(table, 1100)).toBe(Infinity);
    const tire = {
      code: '245/75R16 111S',
      pattern: 'road' as const,
      maxPressureKpa: 300,
      loadTable: [...table].map((row): [number, number] => [...row]),
    };
    expect(roadPressure(tire, tireSize(tire, 7), 850)).toEqual({ kpa: 250, source: 'maker', enough: true });
    expect(roadPressure(tire, tireSize(tire, 7), 1100)).toEqual({ kpa: 300, source: 'maker', enough: false });
  });
  test('else the law: load falls with pressure to the power 0.8, with 0.7 for light truck tires', () => {
    const at = (code: string) => {
      const tire = { code, pattern: 'road' as const, maxPressureKpa: 300 };
      return roadPressure(tire, tireSize(tire, 7), 872)?.kpa;
    };
    // 872 of 1090 kg: 300 · 0.8^(1/0.8) = 226.98, up to 230; 300 · 0.8^(1/0.7) = 218.1, up to 220, and light truck
    // tables begin at 240.
    expect(at('245/75R16 111S')).toBe(230);
    expect(at('LT245/75R16 111S')).toBe(240);
    expect(at('235/65R16C 115/113R')).toBe(Math.ceil((300 * (872 / 1215) ** (1 / 0.8)) / 5) * 5);
  });
  test('never under where the makers’ tables of its kind begin on the road, never over the limit', () => {
    const tire = { code: '245/75R16 111S', pattern: 'road' as const, maxPressureKpa: 300 };
    expect(roadPressure(tire, tireSize(tire, 7), 300)?.kpa).toBe(180);
    expect(roadPressure(tire, tireSize(tire, 7), 1200)).toMatchObject({ kpa: 300, enough: false });
    expect(
      roadPressure(
        { code: '245/75R16', pattern: 'road' },
        tireSize({ code: '245/75R16', pattern: 'road' }, 7),
        500,
      ),
    ).toBeUndefined();
  });
  test('the new tire carries what the old one does at the placard’s pressure', () => {
    const stock = { code: '245/75R16 111S', pattern: 'road' as const, maxPressureKpa: 300 };
    const carried = loadAtKpa(stock, tireSize(stock, 7), 240);
    expect(carried?.kg).toBeCloseTo(1090 * (240 / 300) ** 0.8, 9);
    const next = { code: '265/75R16 116S', pattern: 'road' as const, maxPressureKpa: 300 };
    const kpa = roadPressure(next, tireSize(next, 7), 300, undefined, carried)?.kpa ?? NaN;
    expect(kpa).toBe(Math.ceil((300 * ((carried?.kg ?? NaN) / 1250) ** (1 / 0.8)) / 5) * 5);
    // The same tire gets the placard’s own pressure back.
    expect(roadPressure(stock, tireSize(stock, 7), 300, undefined, carried)?.kpa).toBe(240);
    const table = {
      ...next,
      loadTable: [[200, 900] as const, [300, 1250] as const].map(([a, b]): [number, number] => [a, b]),
    };
    expect(loadAtKpa(table, tireSize(table, 7), 250)).toEqual({ kg: 1075, source: 'maker' });
  });
  test('deflection by hand: K = 0.00028·P·√((1.03 − 0.004·aspect)·S·(S·aspect/50 + rim)) + 3.45', () => {
    const tire = { code: '245/75R16 111S', pattern: 'road' as const };
    const size = tireSize(tire, 7);
    // On a 7 in rim, its measuring rim, S stays 245; √(0.73 · 245 · (367.5 + 406.4)) = 372.04.
    expect(size.sectionWidthMm).toBeCloseTo(245, 6);
    const k = 0.00028 * 250 * Math.sqrt(0.73 * 245 * 773.9) + 3.45;
    const { deflectionMm, usableMm, contactLengthMm } = sidewallAt(tire, size, 500, 250);
    expect(deflectionMm).toBeCloseTo(500 / k, 9);
    expect(usableMm).toBeCloseTo(183.75 - 17.5, 9);
    // 4903 N over 0.25 N/mm² and a tread of 0.76 · 245 mm.
    expect(contactLengthMm).toBeCloseTo((500 * 9.80665) / (0.25 * 0.76 * 245), 6);
  });
  test('trail pressure keeps deflection under its share, and 5 kPa less would not', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 350, max: 1100 }),
        fc.constantFrom('plain' as const, 'beadlock' as const),
        (kg, bead) => {
          const tire = { code: '285/75R16 122Q', pattern: 'mud' as const };
          const size = tireSize(tire, 8);
          const kpa = trailPressureKpa(tire, size, bead, kg);
          const share = (at: number): number => {
            const { deflectionMm, usableMm } = sidewallAt(tire, size, kg, at);
            return deflectionMm / usableMm;
          };
          const most = bead === 'beadlock' ? 0.35 : 0.3;
          expect(kpa % 5).toBe(0);
          expect(share(kpa)).toBeLessThanOrEqual(most + 1e-9);
          const floor = bead === 'beadlock' ? 55 : 100;
          expect(kpa).toBeGreaterThanOrEqual(floor);
          if (kpa > floor) expect(share(kpa - 5)).toBeGreaterThan(most);
        },
      ),
    ));
});
