import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, example } from '../../tests/example';
import { travelOf } from '../vehicle/travel';
import { contour } from './contour';
import { sweepCorner, sweepInputOf } from './corner';
import { foldClearance, foldCorner } from './fold';
import { fitBoth } from './fit';
import { gradeOf, worstGrade } from './grade';
import { project, tireShadow } from './outline';
import { poseGrid } from './poses';
import { profileOf, sectionClearance, tireOutline, type Profile } from './profile';
import { chanceOfContact, normalBelow } from './spread';
import { usableLock } from './usableLock';
import { ZONE_LIMITS, zoneMask } from './zone';
import { tireSize } from '../tire/size';

const PROFILE: Profile = {
  centreMm: -20,
  tireHalfWidthMm: 125,
  shoulderMm: 25,
  tireInnerMm: 203,
  tireOuterMm: 387,
  rimHalfWidthMm: 101.6,
  rimInnerMm: 191,
  rimOuterMm: 221,
};

describe('the section', () => {
  test('distances by hand', () => {
    expect(sectionClearance(PROFILE, -20, 400)).toBeCloseTo(13, 9);
    expect(sectionClearance(PROFILE, 120, 300)).toBeCloseTo(15, 9);
    expect(sectionClearance(PROFILE, 105, 387)).toBeCloseTo(25 * Math.SQRT2 - 25, 9);
    expect(sectionClearance(PROFILE, -20, 180)).toBeCloseTo(11, 9);
    expect(sectionClearance(PROFILE, -20, 295)).toBeCloseTo(-92, 9);
  });
  test('the outline lies on the tire, all round', () =>
    tireOutline(PROFILE).forEach(([a, r]) =>
      expect(
        Math.abs(sectionClearance({ ...PROFILE, rimInnerMm: 295, rimOuterMm: 296, rimHalfWidthMm: 1 }, a, r)),
      ).toBeLessThan(1e-9),
    ));
  test('moving a point by 1 mm changes its distance by at most 1 mm', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (a, r, angle) => {
          const other = sectionClearance(PROFILE, a + Math.cos(angle), Math.abs(r + Math.sin(angle)));
          return Math.abs(other - sectionClearance(PROFILE, a, r)) <= 1 + 1e-9;
        },
      ),
    ));
  test('a tread wider than the section leaves square shoulders, not hollow ones', () => {
    const { wheel } = example().package;
    const size = { ...tireSize({ code: '245/75R16', pattern: 'road' }, 7), treadWidthMm: 300 };
    expect(profileOf(size, wheel, 0).shoulderMm).toBe(0);
  });
});

describe('zones', () => {
  const steering = {
    kpiDeg: 0,
    casterDeg: 0,
    kingpinMm: 0,
    kingpinForeAftMm: 0,
    lockInsideDeg: 40,
    lockOutsideDeg: 20,
  };
  const travel = travelOf({ bumpMm: 100, droopMm: 100 }, example().package.lift.front, 0);
  const grid = poseGrid(steering, travel, { lock: 61, travel: 41 });
  const counts = (zone: 'street' | 'trail' | 'all', lockDeg: number, travelMm: number): boolean => {
    const t = grid.travelMm.findIndex((mm) => Math.abs(mm - travelMm) < 1e-6);
    const l = grid.lockDeg.findIndex((deg) => Math.abs(deg - lockDeg) < 1e-6);
    return zoneMask(grid, steering, travel, ZONE_LIMITS[zone])[t * 61 + l] === 1;
  };
  test('street: up to 0.4 of bump at any lock, or up to 0.3 of lock at any bump', () => {
    expect(counts('street', 40, 40)).toBe(true);
    expect(counts('street', 40, 45)).toBe(false);
    expect(counts('street', 12, 100)).toBe(true);
    expect(counts('street', 13, 100)).toBe(false);
    // The share is of the lock on its own side: 6° of 20° outside.
    expect(counts('street', -6, 100)).toBe(true);
    expect(counts('street', -7, 100)).toBe(false);
  });
  test('droop counts in every zone, and each zone holds the one before', () => {
    expect(counts('street', 40, -100)).toBe(true);
    const [street, trail, all] = (['street', 'trail', 'all'] as const).map((zone) =>
      zoneMask(grid, steering, travel, ZONE_LIMITS[zone]),
    );
    street?.forEach((one, i) => expect(one).toBeLessThanOrEqual(trail?.[i] ?? 0));
    expect(all?.every((one) => one === 1)).toBe(true);
    expect(trail?.some((one, i) => one > (street?.[i] ?? 0))).toBe(true);
  });
  test('springs move the ride height, not the ends', () => {
    const lift = {
      ...example().package.lift.front,
      springMm: 40,
      bracketMm: 10,
      bumpStopMm: 5,
      droopGainMm: 15,
    };
    const moved = travelOf({ bumpMm: 100, droopMm: 100 }, lift, 8);
    expect(moved).toEqual({
      fullBumpMm: 85,
      fullDroopMm: -125,
      rideMm: -42,
      askedRideMm: -42,
      reachMm: 115,
    });
  });
});

describe('grade', () => {
  test.each([
    [[[12, 0]], 'free'],
    [[[10, 0]], 'free'],
    [
      [
        [9.99, 0],
        [50, 0],
      ],
      'close',
    ],
    [[[0, 0]], 'close'],
    [
      [
        [-5, 15],
        [4, 0],
      ],
      'trim',
    ],
    [[[-5, 14.9]], 'blocked'],
    [
      [
        [-5, 15],
        [-1, 0],
      ],
      'blocked',
    ],
  ] as const)('%j is %s', (standings, grade) =>
    expect(
      gradeOf(
        standings.map(([leastMm]) => leastMm),
        10,
        (i) => standings[i]![1] >= 10 - standings[i]![0],
      ),
    ).toBe(grade),
  );
  test('the worst of several', () => expect(worstGrade(['close', 'free', 'trim'])).toBe('trim'));
});

describe('usable lock', () => {
  const locks = [-30, -20, -10, 0, 10, 20, 30];
  test('all clear is all of it', () =>
    expect(usableLock(locks, [5, 5, 5, 5, 5, 5, 5])).toEqual({ inside: 30, outside: 30 }));
  test('interpolates to the crossing, each way', () =>
    expect(usableLock(locks, [-5, 5, 5, 5, 5, -15, 9])).toEqual({ inside: 12.5, outside: 25 }));
  test('contact straight ahead leaves none', () =>
    expect(usableLock(locks, [5, 5, 5, -1, 5, 5, 5])).toEqual({ inside: 0, outside: 0 }));
  test('a grid without straight ahead', () =>
    expect(usableLock([-15, -5, 5, 15], [4, 4, 4, -4])).toEqual({ inside: 10, outside: 15 }));
  test('an axle that does not steer', () => expect(usableLock([0], [5])).toEqual({ inside: 0, outside: 0 }));
});

describe('spread', () => {
  test('published values of the normal distribution', () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 7);
    expect(normalBelow(1)).toBeCloseTo(0.8413447, 6);
    expect(normalBelow(-1.96)).toBeCloseTo(0.0249979, 6);
  });
  test('the chance falls with the gap and is even at none', () => {
    expect(chanceOfContact(0, 4)).toBeCloseTo(0.5, 7);
    expect(chanceOfContact(8, 4)).toBeCloseTo(0.02275, 4);
    expect(chanceOfContact(-1, 0)).toBe(1);
  });
});

describe('drawings', () => {
  test('an iso-line lies where the value is the level: a plane', () => {
    const plane = Array.from({ length: 6 }, (_, y) =>
      Array.from({ length: 9 }, (_, x) => 2 * x + 3 * y - 10),
    );
    const lines = contour(plane, 1.5);
    expect(lines.length).toBeGreaterThan(5);
    for (const [x0, y0, x1, y1] of lines)
      for (const [x, y] of [
        [x0, y0],
        [x1, y1],
      ] as const)
        expect(2 * x + 3 * y - 10).toBeCloseTo(1.5, 9);
  });
  test('a saddle gives two lines, and a level that is never met none', () => {
    expect(
      contour(
        [
          [1, -1],
          [-1, 1],
        ],
        0,
      ),
    ).toHaveLength(2);
    expect(
      contour(
        [
          [1, 2],
          [3, 4],
        ],
        0,
      ),
    ).toHaveLength(0);
  });
  test('the tire’s outline is convex and holds every point of its tread, in any pose and view', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        fc.constantFrom('side' as const, 'plan' as const, 'front' as const),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (steer, tilt, view, turned) => {
          const spin = [
            -Math.sin(steer) * Math.cos(tilt),
            Math.cos(steer) * Math.cos(tilt),
            Math.sin(tilt),
          ] as const;
          const ring = tireShadow(PROFILE, [10, 20, 30], spin, view);
          // A point on the tread: along an axis square to the spin, turned about it.
          const u = [spin[1], -spin[0], 0].map((n) => n / Math.hypot(spin[0], spin[1]));
          const w = [
            -(u[1] ?? 0) * spin[2],
            (u[0] ?? 0) * spin[2],
            -(u[0] ?? 0) * spin[1] + (u[1] ?? 0) * spin[0],
          ];
          const [c, s] = [386 * Math.cos(turned), 386 * Math.sin(turned)];
          const at = (i: 0 | 1 | 2): number =>
            ([10, 20, 30][i] ?? 0) - 20 * spin[i] + c * (u[i] ?? 0) + s * (w[i] ?? 0);
          const [px, py] = project(view, [at(0), at(1), at(2)]);
          ring.forEach(([ax, ay], i) => {
            const [bx, by] = ring[(i + 1) % ring.length] ?? [0, 0];
            const long = Math.hypot(bx - ax, by - ay);
            // 96 chords round 387 mm leave at most 0.21 mm outside; a mm is asked. Chords of nothing have no side.
            if (long > 1e-3)
              expect(((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / long).toBeGreaterThan(-1);
          });
        },
      ),
    ));
  test('straight ahead the tire’s shadow is its diameter high and, from the front, its section wide', () => {
    const front = tireShadow(PROFILE, [0, 0, 0], [0, 1, 0], 'front');
    const span = (axis: 0 | 1): number =>
      Math.max(...front.map((p) => p[axis])) - Math.min(...front.map((p) => p[axis]));
    expect(span(0)).toBeCloseTo(250, 6);
    expect(span(1)).toBeCloseTo(774, 0);
  });
  test('what the wheel’s-eye section shows is the least clearance, to a cell and a half', () => {
    for (const name of ['rook-1-long-tour', 'marten-2-tires-and-spacers', 'halyard-1-tall-and-narrow']) {
      const build = demoBuild(name);
      const corner = sweepCorner(sweepInputOf(build, 'front'));
      const rank = new Uint8Array(corner.flat.count + 1).fill(1).fill(0, 0, 1);
      const fold = foldCorner(corner, { aMm: [-330, 250], rMm: [150, 540], cellMm: 2 }, rank);
      const { tire, wheel, spacerMm } = build.package;
      const shown = foldClearance(fold, profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm));
      expect(Math.abs(shown - fitBoth(build).front.leastClearanceMm)).toBeLessThan(3);
    }
  });
});
