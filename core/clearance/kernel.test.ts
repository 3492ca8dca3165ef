import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { builds, number, points } from '../../tests/randomBuilds';
import { referencePose, referenceSweep } from '../../tests/reference';
import { cutDepths, sweepAll, sweepCorner, sweepInputOf, sweepWhole } from './corner';
import { deriveFigures } from '../figures';
import { fitBoth } from './fit';
import { poseView } from './contact';
import { scatterStride } from './kernel';
import { resample } from './points';
import { linkageOf } from './linkage';
import { POSE_STRIDE, writePose } from './poses';

/**
 * How far off a point is from the axle is the root of a difference of squares: for one on the axle itself, a rounding of 1e-12 mm²
 * shows as a millionth of a mm, and not alike in two ways of computing it.
 */
const ROUNDING_MM = 2e-6;
const near = (got: number | undefined, wanted: number): void => {
  if (got === wanted) return;
  expect(Math.abs((got ?? NaN) - wanted)).toBeLessThan(ROUNDING_MM);
};

describe('the kernel against the contract’s text, written a second time', () => {
  test('every cell and every obstacle of random builds, to two millionths of a mm', () => {
    fc.assert(
      fc.property(builds, (build) => {
        const fit = fitBoth(build);
        for (const axle of ['front', 'rear'] as const) {
          const reference = referenceSweep(build, axle);
          const corner = sweepCorner(sweepInputOf(build, axle));
          const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
          const { least } = sweepAll(corner, deriveFigures(build).package.profile, cut);
          reference.least.forEach((mm, i) => near(least[i], mm));
          const there = corner.corner.obstacles.filter(({ points: left }) => left.length > 0);
          expect(fit[axle].byObstacle.map(({ obstacle }) => obstacle)).toEqual(there.map(({ id }) => id));
          reference.map.forEach((row, t) =>
            row.forEach((gap, l) => near(fit[axle].map.clearanceMm[t]?.[l], gap)),
          );
        }
      }),
      { numRuns: 60 },
    );
  });

  test('poses of random builds', () => {
    fc.assert(
      fc.property(builds, number(-30, 30), number(-40, 40), (build, lockDeg, h) => {
        const pose = new Float64Array(POSE_STRIDE);
        const { steering: s, suspension: u } = build.vehicle.corners.front;
        writePose(pose, 0, s, linkageOf(u), build.package.lift.front, lockDeg, h);
        const { hub, spin } = referencePose(build, 'front', u.frontArmMm, lockDeg, h);
        // Without a side no bar takes the axle anywhere.

        [...hub, ...spin].forEach((value, i) => expect(pose[i]).toBeCloseTo(value, 9));
        expect(Math.hypot(pose[3] ?? 0, pose[4] ?? 0, pose[5] ?? 0)).toBeCloseTo(1, 12);
      }),
    );
  });

  test('where the map says an obstacle is nearest, that obstacle has the map’s clearance', () => {
    fc.assert(
      fc.property(builds, (build) => {
        const { map, byObstacle, leastClearanceMm, at } = fitBoth(build).front;
        const least = Math.min(...map.clearanceMm.flat());
        // Between the poses of the map it may be nearer, and never farther.
        expect(leastClearanceMm).toBeLessThanOrEqual(least + ROUNDING_MM);
        expect(byObstacle.find(({ obstacle: id }) => id === at.obstacle)?.leastClearanceMm).toBe(
          leastClearanceMm,
        );
      }),
      { numRuns: 40 },
    );
  });
});

describe('the least over the whole zone', () => {
  const zones = fc.constantFrom('street' as const, 'trail' as const, 'all' as const);
  test('is never over that of the grid, and hardly over that of a grid six times as fine', () => {
    fc.assert(
      fc.property(builds, zones, (build, zone) => {
        const of = (lock: number, travel: number) =>
          sweepCorner({ ...sweepInputOf(build, 'front'), zone, grid: { lock, travel } });
        const corner = of(9, 7);
        const { profile } = deriveFigures(build).package;
        const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
        const { grid, whole } = sweepWhole(corner, profile, cut);
        const finer = sweepAll(of(241, 145), profile, cut);
        whole.least.forEach((mm, i) => {
          expect(mm).toBeLessThanOrEqual((grid.least[i] ?? NaN) + ROUNDING_MM);
          // Deep inside the wheel, where the distance has creases, by more: there it is blocked anyway.
          const deep = mm - (cut[i] ?? 0) < -0.6 * profile.shoulderMm;
          expect(mm).toBeLessThanOrEqual((finer.least[i] ?? NaN) + (deep ? 2 : 0.1));
        });
      }),
      // The same corners each time: what is measured is how close it comes, not whether it is so.
      { numRuns: 25, seed: 20261128 },
    );
  });

  test('where it is said to be, it is', () => {
    fc.assert(
      fc.property(builds, (build) => {
        const corner = sweepCorner(sweepInputOf(build, 'front'));
        const { profile } = deriveFigures(build).package;
        const { whole } = sweepWhole(corner, profile, new Float64Array(corner.flat.count));
        whole.least.forEach((mm, i) => {
          const id = corner.corner.obstacles[i]?.id ?? '';
          if (corner.flat.upright[i] === 1 || !Number.isFinite(mm)) return;
          const view = poseView(
            corner,
            profile,
            Float64Array.from(corner.corner.obstacles, (part) => (part.id === id ? 0 : 1e6)),
            whole.lockDeg[i] ?? 0,
            (whole.hubMm[i] ?? 0) - corner.travel.rideMm,
          );
          expect(view.nearest.clearanceMm).toBeCloseTo(mm, 6);
        });
      }),
      { numRuns: 40 },
    );
  });
});

test('the scattered order visits every pose once', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), (count) => {
      const stride = scatterStride(count);
      const seen = new Set<number>();
      for (let k = 0, at = 0; k < count; k++, at = (at + stride) % count) seen.add(at);
      return seen.size === count;
    }),
  ));

describe('resampling', () => {
  test('no two neighbours more than 10 mm apart, ends and corners kept, on the line', () =>
    fc.assert(
      fc.property(points, (line) => {
        const out = resample(line);
        for (const corner of line) expect(out).toContainEqual(corner);
        for (let i = 1; i < out.length; i++) {
          const [p, q] = [out[i - 1], out[i]];
          if (p && q)
            expect(Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])).toBeLessThanOrEqual(10 + 1e-6);
        }
      }),
    ));
  test('exactly 10 mm is left whole, and one point stays one', () => {
    expect(
      resample([
        [0, 0, 0],
        [10, 0, 0],
      ]),
    ).toHaveLength(2);
    expect(
      resample([
        [0, 0, 0],
        [10.5, 0, 0],
      ]),
    ).toHaveLength(3);
    expect(resample([[1, 2, 3]])).toEqual([[1, 2, 3]]);
  });
});
