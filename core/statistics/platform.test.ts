import { describe, expect, test } from 'vitest';
import { demoBuild, exampleFile, checked } from '../../tests/example';
import { seeded } from './seeded';
import type { VehicleFile } from '../format/build';
import { nextReadings } from '../calibration/nextReadings';
import { fromPlatform, platformMark, poolWells, type PoolMember } from './platform';
import { wellOf } from './well';

type Point = [number, number, number];
const base = exampleFile({
  front: {
    obstacles: [
      {
        id: 'seam',
        carrier: 'body',
        material: 'seam',
        tapeErrorMm: 4,
        points: [
          [-430, -60, -20],
          [-432, -60, 40],
        ],
      },
    ],
  },
}).vehicle;

const WAY: Point = [-1, 0, 0];
/** A vehicle of the platform whose seam was measured so far from the platform's own. */
const measured = (byMm: number, more: object = {}): VehicleFile => ({
  ...base,
  corners: {
    ...base.corners,
    front: {
      ...base.corners.front,
      obstacles: base.corners.front.obstacles.map((one) => ({
        ...one,
        points: one.points.map(([x, y, z]): Point => [x + WAY[0] * byMm, y, z]),
        ...more,
      })),
    },
  },
});
const here = (vehicle: VehicleFile, i = 0): PoolMember => ({
  name: `no. ${i + 1}`,
  elsewhere: false,
  vehicle,
});
const elsewhere = (vehicle: VehicleFile): PoolMember => ({ name: 'Other Shop', elsewhere: true, vehicle });
const seamAmong = (members: readonly PoolMember[]) => poolWells(members).find(({ id }) => id === 'seam');
const seamOf = (list: readonly VehicleFile[]) => seamAmong(list.map(here));

describe('a platform', () => {
  test('one vehicle leaves the next as unsure as its tape and the usual difference between bodies', () => {
    const seam = seamOf([measured(0)]);
    expect(seam?.vehicles).toBe(1);
    expect(seam?.betweenMm).toBeCloseTo(5, 6);
    expect(seam?.spreadMm).toBeCloseTo(Math.hypot(5, 4, 5) * (1 + (1.6449 ** 2 + 1) / 8), 6);
  });

  test('vehicles that agree make the next one surer, and their mean is what they agree on', () => {
    const same = Array.from({ length: 8 }, () => measured(3));
    const seam = seamOf(same);
    expect(seam?.points[0]).toEqual([-433, -60, -20]);
    expect(seam?.spreadMm).toBeLessThan(seamOf(same.slice(0, 2))?.spreadMm ?? 0);
  });

  test('what was only estimated, or has another count of points, is left out', () => {
    expect(seamOf([measured(0, { estimated: [0, 1] })])).toBeUndefined();
    const other = measured(0, { points: [[-400, 0, 0]] });
    expect(seamOf([measured(0), measured(2), other])?.vehicles).toBe(2);
  });

  test('the difference between vehicles is found again from simulated ones, and nine in ten of the next lie within', () => {
    const { normal } = seeded(4);
    const BETWEEN = 6;
    const found: number[] = [];
    let held = 0;
    const PLATFORMS = 300;
    for (let i = 0; i < PLATFORMS; i++) {
      const true0 = 8 * normal();
      const list = Array.from({ length: 12 }, () => measured(true0 + BETWEEN * normal() + 4 * normal()));
      const seam = seamOf(list);
      if (!seam) throw new Error('the seam was measured');
      found.push(seam.betweenMm);
      const next = true0 + BETWEEN * normal();
      const predicted = -430 - (seam.points[0]?.[0] ?? NaN);
      if (Math.abs(next - predicted) <= 1.6449 * seam.spreadMm) held++;
    }
    const mean = found.reduce((a, b) => a + b, 0) / PLATFORMS;
    expect(mean).toBeGreaterThan(0.8 * BETWEEN);
    expect(mean).toBeLessThan(1.2 * BETWEEN);
    expect(held / PLATFORMS).toBeGreaterThan(0.85);
    expect(held / PLATFORMS).toBeLessThan(0.95);
  });

  test('a new vehicle begins from it, marked, and loses the mark when it is measured itself', () => {
    const vehicle = fromPlatform('Example', 'The next', [measured(1), measured(3)].map(here));
    const [seam] = vehicle.corners.front.obstacles;
    expect(vehicle.label).toBe('The next');
    expect(seam && platformMark(seam)).toMatchObject({ name: 'Example', vehicles: 2 });
    expect(seam && platformMark({ ...seam, tapeErrorMm: 1 })).toBeNull();
    expect(checked({ ...exampleFile(), vehicle }).vehicle.corners.front.obstacles[0]?.points[0]).toEqual([
      -432, -60, -20,
    ]);
  });

  test('what was measured elsewhere counts for less, and is said', () => {
    const own = seamAmong([here(measured(0)), here(measured(8), 1)]);
    const mixed = seamAmong([here(measured(0)), elsewhere(measured(8))]);
    expect(mixed).toMatchObject({ vehicles: 2, elsewhere: 1 });
    // Halfway between two of ours; nearer to ours where the other is another shop's.
    expect(own?.points[0]?.[0]).toBeCloseTo(-434, 6);
    expect(mixed?.points[0]?.[0]).toBeGreaterThan(-434);
    expect(seamAmong([elsewhere(measured(0))])?.spreadMm).toBeGreaterThan(
      seamAmong([here(measured(0))])?.spreadMm ?? NaN,
    );
    const begun = fromPlatform('Example', 'The next', [elsewhere(measured(2))]).corners.front.obstacles[0];
    expect(begun && platformMark(begun)).toMatchObject({ vehicles: 1, elsewhere: 1 });
  });

  test('two that lie farther apart than two of one body do are said to disagree', () => {
    expect(seamAmong([here(measured(0)), elsewhere(measured(12))])?.disagree).toBeNull();
    const apart = seamAmong([here(measured(0)), here(measured(2), 1), elsewhere(measured(40))]);
    expect(apart?.disagree?.names).toEqual(['no. 1', 'Other Shop']);
    expect(apart?.disagree?.mm).toBeCloseTo(40, 6);
  });

  test('a vehicle that only stands as its platform said teaches it nothing', () => {
    const members = [measured(0), measured(2)].map(here);
    const copy = fromPlatform('Example', 'The next', members);
    expect(seamAmong([...members, here(copy, 2)])).toEqual(seamAmong(members));
  });

  test('a well travels under the name of its body, without its own and without what a program kept in it', () => {
    const begun = fromPlatform('Example', 'Ansa’s own', [here(measured(1))]);
    const well = wellOf({ ...begun, 'x-note': 'Ansa' } as VehicleFile, 'Example', 'Moss & Anvil');
    expect(JSON.stringify(well)).not.toMatch(/Ansa|x-/);
    expect(well).toMatchObject({ format: 'vexlo/well', body: 'Example', from: 'Moss & Anvil' });
    // What still stands as the platform said was not measured on this vehicle.
    expect(well.vehicle.corners.front.obstacles[0]?.estimated).toEqual([0, 1]);
    expect(wellOf(measured(3), 'Example', '').vehicle.corners.front.obstacles[0]?.estimated).toBeUndefined();
  });

  test('a vehicle that begins from a well known platform needs fewer readings than one that is estimated', () => {
    const demo = demoBuild('halyard-3-wide-and-tall');
    const known = fromPlatform(
      'Halyard',
      'next',
      Array.from({ length: 9 }, () => here(demo.vehicle as VehicleFile)),
    );
    const guessed = {
      ...demo,
      vehicle: {
        ...demo.vehicle,
        corners: {
          ...demo.vehicle.corners,
          front: {
            ...demo.vehicle.corners.front,
            obstacles: demo.vehicle.corners.front.obstacles.map((one) => ({
              ...one,
              estimated: one.points.map((_, i) => i),
            })),
          },
        },
      },
    };
    const from = checked({
      format: 'vexlo/build',
      version: 1,
      vehicle: known,
      package: demo.package,
      use: demo.use,
    });
    const MOST = 12;
    expect(nextReadings(from, [], MOST).length).toBeLessThan(nextReadings(guessed, [], MOST).length);
  });
});
