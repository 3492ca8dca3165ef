import { SHAPES } from '../format/names';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, example, obstacle } from '../../tests/example';
import type { AxleName } from '../format/names';
import type { Corner, Obstacle, Vehicle } from '../format/build';
import { vehicleSchema } from '../format/vehicle';
import { shapeOutlines } from './begin';
import { gapClearance, lockOfShare, placeByGaps, placedObstacle, withGaps } from './gaps';
import { solve, varianceAlong } from './linear';
import { readEdge, shapeShare, SHAPE_HOURS, toClock } from './outline';
import { clockWords, roundFor } from './round';
import type { GapReading, TapeReading } from '../format/measured';
import { beginShape, dropReading, takeReading } from './take';

const fresh = (): Vehicle => example().vehicle;
const withCorner = (vehicle: Vehicle, corner: Corner, axle: AxleName = 'front'): Vehicle => ({
  ...vehicle,
  corners: { ...vehicle.corners, [axle]: corner },
});

function taken(vehicle: Vehicle, readings: Partial<TapeReading>[], axle: AxleName = 'front'): Vehicle {
  return readings.reduce<Vehicle>((now, reading) => {
    const answer = takeReading(now, axle, { reading: '', side: 'left', valueMm: 0, ...reading });
    if (!answer.ok) throw new Error(`${answer.fault.path} ${answer.fault.message}`);
    return withCorner(now, answer.value, axle);
  }, vehicle);
}

const named = (vehicle: Vehicle, id: string, axle: AxleName = 'front'): Obstacle => {
  const one = vehicle.corners[axle].obstacles.find((each) => each.id === id);
  if (!one) throw new Error(`no ${id}`);
  return one;
};

/** Radius of a lip by the hour. */
const radiusAt = (lip: Obstacle, hour: number): number => {
  const [nearest] = lip.points
    .map((point) => toClock(point, false))
    .sort((a, b) => Math.abs(a.hour - hour) - Math.abs(b.hour - hour));
  return nearest?.radiusMm ?? NaN;
};

describe('well shapes', () => {
  test('each is its own outline, alike ahead and behind, and full height straight up', () => {
    for (const shape of SHAPES) {
      expect(shapeShare(shape, 0)).toBeCloseTo(1, 9);
      for (const hour of SHAPE_HOURS)
        expect(shapeShare(shape, hour)).toBeCloseTo(shapeShare(shape, -hour), 9);
    }
    expect(shapeShare('squared', 1.5)).toBeGreaterThan(1.1);
    expect(shapeShare('closing', 4)).toBeCloseTo(0.92, 9);
    expect(shapeShare('flat-topped', 0.5)).toBeCloseTo(1 / Math.cos(Math.PI / 12), 9);
  });

  test('begun around the tire that stands there, every point of it estimated', () => {
    const [lip, liner] = shapeOutlines(fresh(), 'front', 'round', 90);
    expect(lip.estimated).toHaveLength(lip.points.length);
    expect(radiusAt(lip, 0)).toBeCloseTo(773.9 / 2 + 90 + 45, 6);
    expect(liner.points[0]?.[1]).toBeLessThan(lip.points[0]?.[1] ?? 0);
  });

  test('an edge of which nothing was read goes along with the other, until it is read itself', () => {
    const start = withCorner(fresh(), beginShape(fresh(), 'front', 'round'));
    const level = { reading: 'across-12', valueMm: 0 };
    const lip = taken(start, [level, { reading: 'lip-12', valueMm: 540 }]);
    expect(radiusAt(named(lip, 'liner'), 0)).toBeCloseTo(530, 6);
    expect(radiusAt(named(lip, 'liner'), 2)).toBeCloseTo(530, 6);
    const both = taken(start, [
      level,
      { reading: 'liner-12', valueMm: 500 },
      { reading: 'lip-12', valueMm: 540 },
    ]);
    expect(radiusAt(named(both, 'liner'), 0)).toBeCloseTo(500, 6);
    const liner = taken(start, [{ reading: 'liner-12', valueMm: 500 }]);
    expect(radiusAt(named(liner, 'fender-lip'), 0)).toBeCloseTo(510, 6);
  });

  test('is scaled to the readings so far and replaced by them point by point', () => {
    const start = withCorner(fresh(), beginShape(fresh(), 'front', 'closing'));
    // Level with the hub face, so that no tape runs slanted.
    const one = taken(start, [
      { reading: 'across-12', valueMm: 0 },
      { reading: 'lip-12', valueMm: 500 },
    ]);
    const lip = named(one, 'fender-lip');
    expect(radiusAt(lip, 0)).toBeCloseTo(500, 9);
    expect(radiusAt(lip, 2)).toBeCloseTo(500, 9);
    expect(radiusAt(lip, 4)).toBeCloseTo(500 * 0.92, 9);
    expect(lip.estimated).toHaveLength(lip.points.length - 1);
    const two = named(taken(one, [{ reading: 'lip-4h-behind', valueMm: 441 }]), 'fender-lip');
    expect(radiusAt(two, 4)).toBeCloseTo(441, 9);
    expect(two.estimated).toHaveLength(two.points.length - 2);
    expect(two.points).toHaveLength(SHAPE_HOURS.length);
  });

  test('another shape keeps what was read', () => {
    const read = taken(fresh(), [
      { reading: 'across-12', valueMm: 40 },
      { reading: 'lip-12', valueMm: 520 },
      { reading: 'lip-3h-ahead', valueMm: 505 },
    ]);
    const squared = withCorner(read, beginShape(read, 'front', 'squared'));
    const lip = named(squared, 'fender-lip');
    expect(radiusAt(lip, -3)).toBeCloseTo(Math.sqrt(505 ** 2 - 40 ** 2), 6);
    expect(squared.corners.front.measured).toMatchObject({ shape: 'squared' });
    expect(squared.corners.front.measured?.readings).toHaveLength(3);
  });
});

describe('the round', () => {
  test('a slanted tape is taken level: √(L² − y²), and read again once the distance across is known', () => {
    const before = taken(fresh(), [{ reading: 'lip-12', valueMm: 500 }]);
    const after = taken(before, [{ reading: 'across-12', valueMm: 140 }]);
    expect(radiusAt(named(after, 'fender-lip'), 0)).toBeCloseTo(Math.sqrt(500 ** 2 - 140 ** 2), 9);
    expect(named(after, 'fender-lip').points.every(([, y]) => y === 140)).toBe(true);
  });

  test('across runs straight between its readings', () => {
    const points = readEdge(
      SHAPE_HOURS.map((hour) => ({ hour, radiusMm: 480, acrossMm: 0, estimated: false })),
      undefined,
      {
        radii: [],
        across: [
          { hour: -3, valueMm: 20 },
          { hour: 0, valueMm: 50 },
        ],
      },
    );
    const across = (hour: number) => points.find((one) => one.hour === hour)?.acrossMm;
    expect([across(-4), across(-3), across(-1.5), across(0), across(3)]).toEqual([20, 20, 35, 50, 50]);
  });

  test('a thing stands where its readings say, and is estimated until all of them are taken', () => {
    const some = taken(fresh(), [
      { reading: 'seam-behind', valueMm: 431 },
      { reading: 'seam-across', valueMm: 12 },
    ]);
    const seam = named(some, 'seam');
    expect(Math.max(...seam.points.map(([x]) => x))).toBeCloseTo(-431, 9);
    expect(Math.max(...seam.points.map(([, y]) => y))).toBeCloseTo(12, 9);
    expect(seam.estimated).toHaveLength(seam.points.length);
    const all = named(taken(some, [{ reading: 'seam-below', valueMm: 255 }]), 'seam');
    expect(Math.min(...all.points.map(([, , z]) => z))).toBeCloseTo(-255, 9);
    expect(all.estimated).toBeUndefined();
  });

  test('reading a thing twice is reading it once', () => {
    const once = taken(fresh(), [{ reading: 'rail-inboard', valueMm: 312 }]);
    const twice = taken(once, [{ reading: 'rail-inboard', valueMm: 312 }]);
    expect(twice).toEqual(once);
  });

  test('a measured outline takes readings where they belong and keeps the rest', () => {
    const { vehicle } = demoBuild('rook-1-long-tour');
    const before = named(vehicle, 'fender-lip');
    const after = named(taken(vehicle, [{ reading: 'lip-12', valueMm: 530 }]), 'fender-lip');
    expect(after.points).toHaveLength(before.points.length);
    const same = after.points.filter(([x, y, z]) =>
      before.points.some((was) => Math.hypot(was[0] - x, was[1] - y, was[2] - z) < 1e-6),
    );
    expect(same.length).toBe(before.points.length - 1);
    expect(after.estimated).toBeUndefined();
  });

  test('gross slips are caught at once: a lip inside the tire that stands there', () => {
    const read = (reading: string, valueMm: number) =>
      takeReading(taken(fresh(), [{ reading: 'across-12', valueMm: 60 }]), 'front', {
        reading,
        side: 'left',
        valueMm,
      });
    const slip = read('lip-12', 352);
    expect(slip.ok ? '' : slip.fault.message).toMatch(/inside the tire that stands there .* read it again/);
    expect(read('lip-12', 3520).ok).toBe(false);
    expect(read('lip-12', -480).ok).toBe(false);
    expect(read('nothing', 480).ok).toBe(false);
    expect(read('lip-12', 480).ok).toBe(true);
  });

  test('every axle’s readings have their own names, and every one can be taken', () => {
    for (const axle of ['front', 'rear'] as const) {
      const round = roundFor(axle, 'left');
      expect(new Set(round.map(({ id }) => id)).size).toBe(round.length);
      const values = (id: string, of: string): number =>
        of === 'thing' ? (/caliper/.test(id) ? 170 : 460) : of === 'across' ? 40 : of === 'depth' ? 45 : 490;
      const full = taken(
        fresh(),
        round.map(({ id, kind }) => ({ reading: id, valueMm: values(id, kind.of) })),
        axle,
      );
      expect(vehicleSchema.safeParse(full).success).toBe(true);
      expect(full.corners[axle].measured?.readings).toHaveLength(round.length);
    }
  });

  test('the clock is seen from beside the vehicle: ahead is 9 on the left, 3 on the right', () => {
    expect(clockWords(-3, 'left')).toBe('9 o’clock, ahead');
    expect(clockWords(-3, 'right')).toBe('3 o’clock, ahead');
    expect(clockWords(0, 'right')).toBe('12 o’clock');
    expect(clockWords(4, 'left')).toBe('4 o’clock, behind');
  });
});

describe('left and right', () => {
  test('one side stands for both until the other is read; then each has its own', () => {
    const left = taken(fresh(), [
      { reading: 'seam-behind', valueMm: 440 },
      { reading: 'seam-below', valueMm: 250 },
      { reading: 'seam-across', valueMm: 0 },
    ]);
    expect(named(left, 'seam').side).toBeUndefined();
    const both = taken(left, [{ reading: 'seam-behind', valueMm: 433, side: 'right' }]);
    expect(named(both, 'seam')).toMatchObject({ side: 'left' });
    expect(Math.max(...named(both, 'seam').points.map(([x]) => x))).toBeCloseTo(-440, 9);
    const right = named(both, 'seam-right');
    expect(right.side).toBe('right');
    expect(Math.max(...right.points.map(([x]) => x))).toBeCloseTo(-433, 9);
    // Its other coordinates are the mirror image’s, so they are not yet its own.
    expect(right.estimated).toHaveLength(right.points.length);
  });

  test('a well that was measured on the left keeps it when the right is read', () => {
    const { vehicle } = demoBuild('rook-1-long-tour');
    const both = taken(vehicle, [{ reading: 'lip-12', valueMm: 525, side: 'right' }]);
    expect(named(both, 'fender-lip').points).toEqual(named(vehicle, 'fender-lip').points);
    expect(radiusAt(named(both, 'fender-lip-right'), 0)).toBeLessThan(525);
  });

  test('a well read on the right alone stands for both', () => {
    const right = taken(fresh(), [{ reading: 'lip-12', valueMm: 500, side: 'right' }]);
    expect(right.corners.front.obstacles.filter(({ id }) => id.startsWith('fender-lip'))).toHaveLength(1);
  });

  test('gaps read on the left are the left’s: the right reads its own', () => {
    const start = withCorner(fresh(), beginShape(fresh(), 'front', 'round'));
    const lip = named(start, 'fender-lip');
    const gaps = [0, 18].map((lockDeg) => ({
      obstacle: lip.id,
      side: 'left' as const,
      lockDeg,
      travelMm: 0,
      gapMm: 90,
      errorMm: 2,
    }));
    const placed = withCorner(start, withGaps(start, 'front', gaps));
    const both = taken(placed, [{ reading: 'lip-12', valueMm: 505, side: 'right' }]);
    expect(named(both, 'fender-lip').side).toBe('left');
    expect(named(both, 'fender-lip').points[3]?.[2]).toBeCloseTo(
      named(placed, 'fender-lip').points[3]?.[2] ?? 0,
      3,
    );
    expect(named(both, 'fender-lip-right').side).toBe('right');
  });

  test('a reading that is dropped is no longer kept', () => {
    const vehicle = taken(fresh(), [{ reading: 'lip-12', valueMm: 500 }]);
    expect(dropReading(vehicle.corners.front, 'lip-12', 'left').measured?.readings).toEqual([]);
  });
});

describe('gaps with the wheel on', () => {
  const truth = obstacle(
    [
      [-452, 10, 60],
      [-441, 4, -90],
      [-446, -6, -220],
    ],
    { id: 'seam', material: 'seam' },
  );
  const poses = [-30, -15, 0, 9, 18, 27, 36];
  const read = (vehicle: Vehicle, lockDeg: number, travelMm = 0): GapReading => {
    const gap: GapReading = { obstacle: 'seam', side: 'left', lockDeg, travelMm, gapMm: 0, errorMm: 2 };
    return { ...gap, gapMm: gapClearance(vehicle, 'front', truth, gap)([0, 0, 0]) };
  };
  const shifted = (by: readonly [number, number, number], more: Partial<Obstacle> = {}): Obstacle => ({
    ...truth,
    points: truth.points.map(([x, y, z]) => [x + by[0], y + by[1], z + by[2]]),
    ...more,
  });

  test('gaps made from a known well recover it', () =>
    fc.assert(
      fc.property(
        fc.tuple(...[25, 20, 25].map((most) => fc.double({ min: -most, max: most, noNaN: true }))),
        ([x = 0, y = 0, z = 0]) => {
          const vehicle = fresh();
          const gaps = [
            ...poses.map((lock) => read(vehicle, lock)),
            ...[30, -30].map((t) => read(vehicle, 20, t)),
          ];
          const guess = shifted([x, y, z], { estimated: [0, 1, 2] });
          const placed = placeByGaps(vehicle, 'front', guess, gaps);
          for (const { foundMm, gap, disagreesMm } of placed.checks) {
            expect(Math.abs(foundMm - gap.gapMm)).toBeLessThan(1.5);
            expect(disagreesMm).toBeNull();
          }
          expect(placed.obstacle.estimated).toBeUndefined();
          // Where no reading was taken the well is predicted as well, to a few millimetres.
          const between = read(vehicle, 23, 15);
          const predicted = gapClearance(vehicle, 'front', placed.obstacle, between)([0, 0, 0]);
          expect(Math.abs(predicted - between.gapMm)).toBeLessThan(4);
        },
      ),
      { numRuns: 30 },
    ));

  test('a single gap moves it along the gap alone, and leaves the rest unsure', () => {
    const vehicle = fresh();
    const gap = { ...read(vehicle, 0), errorMm: 0 };
    const placed = placeByGaps(vehicle, 'front', shifted([-30, 0, 0], { estimated: [0, 1, 2] }), [gap]);
    expect(placed.checks[0]?.residualMm).toBeCloseTo(0, 1);
    expect(placed.obstacle.estimated).toEqual([0, 1, 2]);
  });

  test('a slip among several is named, with by how much', () => {
    const vehicle = fresh();
    const gaps = poses.map((lock) => read(vehicle, lock));
    const wrong = gaps.map((gap, i) => (i === 3 ? { ...gap, gapMm: gap.gapMm + 25 } : gap));
    const { checks } = placeByGaps(vehicle, 'front', shifted([4, -3, 5], { tapeErrorMm: 6 }), wrong);
    const worst = checks.reduce((a, b) =>
      Math.abs(a.disagreesMm ?? 0) > Math.abs(b.disagreesMm ?? 0) ? a : b,
    );
    expect(worst.gap.lockDeg).toBe(9);
    expect(worst.disagreesMm).toBeGreaterThan(15);
  });

  test('more readings make it surer', () => {
    const vehicle = fresh();
    const guess = shifted([5, 5, 5], { estimated: [0, 1, 2] });
    const spreads = [1, 3, 7].map(
      (n) =>
        placeByGaps(
          vehicle,
          'front',
          guess,
          poses.slice(0, n).flatMap((lock) => [read(vehicle, lock), read(vehicle, lock)]),
        ).spreadMm,
    );
    expect(spreads[2]).toBeLessThan(2);
    expect(spreads[1]).toBeLessThanOrEqual((spreads[0] ?? 0) + 0.3);
  });

  test('taken into the corner, taken back, and taken in again, it stands where it stood', () => {
    const start = example({ front: { obstacles: [shifted([8, -6, 10])] } }).vehicle;
    const gaps = poses.map((lock) => read(start, lock));
    const placed = withCorner(start, withGaps(start, 'front', gaps));
    expect(placedObstacle(placed, 'front', 'seam')?.checks).toHaveLength(poses.length);
    expect(vehicleSchema.safeParse(placed).success).toBe(true);
    const back = withCorner(placed, withGaps(placed, 'front', []));
    named(back, 'seam').points.forEach((point, i) =>
      point.forEach((n, axis) => expect(n).toBeCloseTo(named(start, 'seam').points[i]?.[axis] ?? NaN, 9)),
    );
    const again = withCorner(back, withGaps(back, 'front', gaps));
    expect(named(again, 'seam').points[1]?.[0]).toBeCloseTo(named(placed, 'seam').points[1]?.[0] ?? NaN, 3);
  });

  test('a tape reading after the gaps does not undo them', () => {
    const start = example({ front: { obstacles: [shifted([8, 0, 0])] } }).vehicle;
    const gaps = poses.map((lock) => read(start, lock));
    const placed = withCorner(start, withGaps(start, 'front', gaps));
    const taped = taken(placed, [{ reading: 'seam-across', valueMm: 10 }]);
    const found = placedObstacle(taped, 'front', 'seam');
    for (const { residualMm } of found?.checks ?? []) expect(Math.abs(residualMm)).toBeLessThan(3);
  });

  test('locks in words', () => {
    const corner = fresh().corners.front;
    expect(lockOfShare(corner, 0.5, true)).toBe(18);
    expect(lockOfShare(corner, 1, false)).toBe(-30);
    expect(lockOfShare(fresh().corners.rear, 1, true)).toBe(0);
  });
});

describe('small systems', () => {
  test('solved, and refused where there is no answer', () => {
    expect(
      solve(
        [
          [4, 1],
          [1, 3],
        ],
        [1, 2],
      ),
    ).toEqual([expect.closeTo(1 / 11, 12), expect.closeTo(7 / 11, 12)]);
    expect(
      varianceAlong(
        [
          [4, 0],
          [0, 1],
        ],
        [1, 1],
      ),
    ).toBeCloseTo(1.25, 12);
    expect(() =>
      solve(
        [
          [1, 2],
          [2, 4],
        ],
        [1, 2],
      ),
    ).toThrow('singular');
  });
});
