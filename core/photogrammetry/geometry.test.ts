import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { turnRound, turnAbout } from '../../demo/photo/world';
import { direction, project } from './camera';
import { factor, inverted, leastSquares, solveFactored } from './linear';
import { pathRowOf, steeringOf, type Motion } from './motion';
import { mirrored, planePose } from './planar';
import { after, IDENTITY, inverse, moved, rotation, rotationVector, stepped, type Pose } from './pose';
import { miss, sightingOf, slopes } from './scene';

const angle = fc.double({ min: -1, max: 1, noNaN: true });
const shift = fc.double({ min: -300, max: 300, noNaN: true });
const pose = fc.tuple(angle, angle, angle, shift, shift, shift).map(([x, y, z, ...t]): Pose => {
  const out = rotation(x, y, z);
  out.set(t, 9);
  return out;
});
const close = (a: ArrayLike<number>, b: ArrayLike<number>, digits = 9): void =>
  Array.from(a).forEach((one, i) => expect(one).toBeCloseTo(b[i] ?? NaN, digits));
/** Ahead of a camera by about a metre. */
const ahead = (p: Pose): Pose => {
  const out = p.slice();
  out[11] = 1200 + (p[11] ?? 0);
  return out;
};
const CAMERA = Float64Array.of(1800, 1200, 900, 0.06, -0.09, 0.05);
const sighting = (id: number): ReturnType<typeof sightingOf> =>
  sightingOf(0, 0, { id, corners: [1100, 800, 1180, 805, 1175, 890, 1098, 880] });

describe('rigid motions', () => {
  test('undo each other, and follow each other as points do', () => {
    fc.assert(
      fc.property(pose, pose, (a, b) => {
        close(after(a, inverse(a)), IDENTITY);
        const p = Float64Array.of(3, -7, 11);
        const [one, two, both] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];
        moved(b, p, 0, one, 0);
        moved(a, one, 0, two, 0);
        moved(after(a, b), p, 0, both, 0);
        close(both, two);
      }),
    );
  });

  test('a rotation vector comes back, small and large', () => {
    fc.assert(
      fc.property(angle, angle, angle, fc.constantFrom(1e-7, 1e-3, 1, 1.7), (x, y, z, k) =>
        close(rotationVector(rotation(x * k, y * k, z * k)), [x * k, y * k, z * k], 7),
      ),
    );
  });
});

test('equations are solved, and what is not positive definite is told', () => {
  const matrix = Float64Array.of(4, 1, 1, 3);
  const both = inverted(matrix, 2);
  close(both ?? [], [3 / 11, -1 / 11, -1 / 11, 4 / 11]);
  const side = Float64Array.of(1, 2);
  expect(factor(matrix, 2)).toBe(true);
  solveFactored(matrix, 2, side);
  close(side, [1 / 11, 7 / 11]);
  expect(factor(Float64Array.of(1, 2, 2, 1), 2)).toBe(false);
  close(
    leastSquares(
      [
        [1, 0],
        [1, 1],
        [1, 2],
      ],
      [1, 3, 5],
    ) ?? [],
    [1, 2],
  );
  expect(
    leastSquares(
      [
        [1, 1],
        [2, 2],
      ],
      [1, 2],
    ),
  ).toBeUndefined();
});

describe('the camera', () => {
  test('a pixel’s direction leads back to the pixel', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.double({ min: -0.45, max: 0.45, noNaN: true }),
        (x, y) => {
          const out = new Float64Array(2);
          project(CAMERA, Float64Array.of(x * 900, y * 900, 900), out);
          close(direction(CAMERA, out[0] ?? 0, out[1] ?? 0), [x, y], 4);
        },
      ),
    );
  });

  test('every slope of a corner is what a small step gives', () => {
    fc.assert(
      fc.property(
        pose,
        pose,
        fc.constantFrom(2, 20, 90),
        fc.integer({ min: 0, max: 3 }),
        (first, second, id, corner) => {
          const photo = ahead(first);
          const body = second;
          const one = sighting(id);
          const by = slopes();
          const off = new Float64Array(2);
          miss(CAMERA, photo, body, one, corner, off, by);
          const drawn = (camera: Float64Array, p: Pose, b: Pose): Float64Array => {
            const out = new Float64Array(2);
            miss(camera, p, b, one, corner, out);
            return out;
          };
          const check = (
            slope: Float64Array,
            size: number,
            i: number,
            h: number,
            at: (d: number) => Float64Array,
          ): void => {
            const [up, down] = [at(h), at(-h)];
            for (const row of [0, 1]) {
              const numeric = -((up[row] ?? 0) - (down[row] ?? 0)) / (2 * h);
              const told = slope[row * size + i] ?? NaN;
              expect(Math.abs(told - numeric)).toBeLessThan(1e-4 * (1 + Math.abs(numeric)));
            }
          };
          const step = (i: number, d: number): number[] => [0, 1, 2, 3, 4, 5].map((k) => (k === i ? d : 0));
          for (let i = 0; i < 6; i++) {
            const h = i < 3 ? 1e-5 : 1e-3;
            check(by.photo, 6, i, h, (d) => drawn(CAMERA, stepped(photo, step(i, d), 0), body));
            check(by.body, 6, i, h, (d) => drawn(CAMERA, photo, stepped(body, step(i, d), 0)));
            check(by.camera, 6, i, 1e-3, (d) =>
              drawn(
                CAMERA.map((v, k) => v + (k === i ? d : 0)),
                photo,
                body,
              ),
            );
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a plane in a picture', () => {
  const square = [
    [-30, 30],
    [30, 30],
    [30, -30],
    [-30, -30],
  ] as const;
  const seenAs = (p: Pose): [number, number][] =>
    square.map(([x, y]) => {
      const out = new Float64Array(3);
      moved(p, [x, y, 0], 0, out, 0);
      return [(out[0] ?? 0) / (out[2] ?? 1), (out[1] ?? 0) / (out[2] ?? 1)];
    });

  test('its pose is found from four points', () => {
    fc.assert(
      fc.property(pose, (p) => {
        const there = ahead(p);
        const found = planePose(square, seenAs(there));
        close(found ?? [], there, 4);
      }),
    );
    expect(
      planePose(
        square.map(([x]) => [x, 0] as const),
        seenAs(ahead(IDENTITY)),
      ),
    ).toBeUndefined();
  });

  test('far away it has a second pose that looks the same, whose second is the first', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 0.9, noNaN: true }), angle, (tilt, spin) => {
        const there = after(rotation(tilt, 0, 0), rotation(0, 0, spin));
        there.set([900, -500, 9000], 9);
        const other = mirrored(there, [0, 0]);
        close(mirrored(other, [0, 0]), there, 6);
        const facing = [2, 5, 8].map((i) => (other[i] ?? 0) - (there[i] ?? 0));
        expect(Math.hypot(...facing)).toBeGreaterThan(0.2);
        const f = 2000;
        seenAs(there).forEach(([x, y], i) => {
          const [u = 0, v = 0] = seenAs(other)[i] ?? [];
          expect(Math.hypot(x - u, y - v) * f).toBeLessThan(0.1);
        });
      }),
    );
  });
});

describe('what moved the hub', () => {
  const degree = Math.PI / 180;
  const figure = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

  test('the steering axis comes back from its own locks, from one of them too', () => {
    fc.assert(
      fc.property(
        figure(0, 18),
        figure(-3, 9),
        figure(-20, 120),
        figure(-15, 15),
        figure(10, 45),
        figure(10, 45),
        (kpi, caster, kingpin, ahead, inside, outside) => {
          const axis = [-Math.tan(caster * degree), -Math.tan(kpi * degree), 1] as const;
          const lock = (deg: number): Motion => {
            const { turn, shift } = turnRound(axis, [ahead, -kingpin, 0], deg * degree);
            return { rotation: turn, shift };
          };
          const both = steeringOf(lock(inside), lock(-outside));
          close(
            [
              both?.kpiDeg ?? NaN,
              both?.casterDeg ?? NaN,
              both?.kingpinMm ?? NaN,
              both?.kingpinForeAftMm ?? NaN,
              both?.lockInsideDeg ?? NaN,
              both?.lockOutsideDeg ?? NaN,
            ],
            [kpi, caster, kingpin, ahead, inside, outside],
            6,
          );
          const one = steeringOf(undefined, lock(-outside));
          close(
            [one?.kpiDeg ?? NaN, one?.kingpinMm ?? NaN, one?.lockOutsideDeg ?? NaN],
            [kpi, kingpin, outside],
            6,
          );
          expect(one?.lockInsideDeg).toBeNull();
        },
      ),
    );
    expect(steeringOf(undefined, undefined)).toBeUndefined();
  });

  test('a row of the path comes back from camber, toe and caster one after the other', () => {
    fc.assert(
      fc.property(figure(-5, 5), figure(-4, 4), figure(-3, 3), (camber, caster, toe) => {
        const product = (a: Motion['rotation'], b: Motion['rotation']): Motion['rotation'] =>
          a.map((row) =>
            [0, 1, 2].map((j) => row.reduce((sum, v, k) => sum + v * (b[k]?.[j] ?? 0), 0)),
          ) as unknown as Motion['rotation'];
        const turn = product(
          turnAbout([1, 0, 0], -camber * degree),
          product(turnAbout([0, 0, 1], -toe * degree), turnAbout([0, 1, 0], -caster * degree)),
        );
        const row = pathRowOf({ rotation: turn, shift: [-3, -8, 70] });
        close(
          [row.camberDeg, row.casterDeg, row.toeDeg, row.hMm, row.xMm, row.yMm],
          [camber, caster, toe, 70, -3, -8],
          9,
        );
      }),
    );
  });
});
