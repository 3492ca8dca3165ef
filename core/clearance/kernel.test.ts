import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { builds, number, points } from '../../tests/randomBuilds';
import { referencePose, referenceSweep } from '../../tests/reference';
import { fitBoth } from './fit';
import { scatterStride } from './kernel';
import { resample } from './points';
import { POSE_STRIDE, writePose } from './poses';

describe('the kernel against the contract’s text, written a second time', () => {
  test('every cell and every obstacle of random builds, to a millionth of a mm', () => {
    fc.assert(
      fc.property(builds, (build) => {
        const fit = fitBoth(build);
        for (const axle of ['front', 'rear'] as const) {
          const reference = referenceSweep(build, axle);
          fit[axle].byObstacle.forEach(({ leastClearanceMm }, i) =>
            expect(leastClearanceMm).toBeCloseTo(reference.least[i] ?? NaN, 6),
          );
          reference.map.forEach((row, t) =>
            row.forEach((gap, l) => expect(fit[axle].map.clearanceMm[t]?.[l]).toBeCloseTo(gap, 6)),
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
        writePose(pose, 0, s, u, u.frontArmMm, build.package.lift.front, lockDeg, h);
        const { hub, spin } = referencePose(build, 'front', u.frontArmMm, lockDeg, h);
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
        expect(leastClearanceMm).toBeCloseTo(least, 9);
        expect(byObstacle.find(({ obstacle: id }) => id === at.obstacle)?.leastClearanceMm).toBe(
          leastClearanceMm,
        );
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
