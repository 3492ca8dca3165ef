import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checked, exampleFile, obstacle } from '../../tests/example';
import { referencePose, referenceSweep } from '../../tests/reference';
import type { Build, BuildFile, Obstacle } from '../build';
import { fitBoth } from './fit';
import { scatterStride } from './kernel';
import { resample } from './points';
import { POSE_STRIDE, writePose } from './poses';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const arm = fc.oneof(fc.constant(null), number(400, 2500));
const points = fc.array(fc.tuple(number(-600, 600), number(-400, 250), number(-400, 650)), {
  minLength: 1,
  maxLength: 5,
});
const carrier = fc.oneof(
  fc.constantFrom('body' as const, 'frame' as const, 'upright' as const),
  number(0, 1).map((follow) => ({ arm: follow })),
);
const obstacles: fc.Arbitrary<Obstacle[]> = fc
  .array(fc.record({ points, carrier, cutMm: fc.constantFrom(0, 15) }), { minLength: 1, maxLength: 5 })
  .map((list) => list.map((one, i) => obstacle(one.points, { ...one, id: `o${i}` })));

const suspension = fc.record({
  kind: fc.constantFrom('independent' as const, 'solid' as const),
  bumpMm: number(40, 120),
  droopMm: number(40, 130),
  frontArmMm: arm,
  sideArmMm: fc
    .tuple(arm, fc.constantFrom(1, -1))
    .map(([length, way]) => (length === null ? null : length * way)),
});
const steering = fc.record({
  kpiDeg: number(-3, 16),
  casterDeg: number(-3, 9),
  kingpinMm: number(-20, 160),
  kingpinForeAftMm: number(-20, 20),
  lockInsideDeg: number(10, 42),
  lockOutsideDeg: number(10, 36),
});
const lift = fc.record({
  springMm: number(0, 60),
  bracketMm: number(0, 60),
  bodyMm: number(0, 50),
  bumpStopMm: number(0, 20),
  droopGainMm: number(0, 20),
  foreAftMm: number(-15, 15),
  outboardMm: number(-10, 20),
  casterDeltaDeg: number(-3, 4),
});

/** A random vehicle, package and lift, on a small grid. */
const builds: fc.Arbitrary<Build> = fc
  .record({
    front: obstacles,
    rear: obstacles,
    suspension,
    steering,
    lift,
    offsetMm: number(-60, 70),
    spacerMm: fc.constantFrom(0, 25),
    widthIn: fc.constantFrom(6.5, 8, 9.5),
    pattern: fc.constantFrom('road' as const, 'mud' as const),
  })
  .map((r) => {
    const file: BuildFile = exampleFile({
      front: { steering: r.steering, suspension: r.suspension, obstacles: r.front },
      use: { grid: { lock: 7, travel: 5 } },
    });
    file.vehicle.corners.rear = { suspension: { ...r.suspension, kind: 'solid' }, obstacles: r.rear };
    const cuts = r.front[0]?.cutMm ? [{ obstacle: r.front[0].id, depthMm: 9 }] : [];
    file.package = {
      ...file.package,
      tire: { code: '255/85R16', pattern: r.pattern },
      wheel: { ...file.package.wheel, offsetMm: r.offsetMm, widthIn: r.widthIn },
      spacerMm: r.spacerMm,
      lift: { front: r.lift, rear: r.lift },
      cuts,
    };
    return checked(file);
  });

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
