import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts, example, exampleFile, obstacle } from '../../tests/example';
import type { Build, BuildFile } from '../format/build';
import { cutDepths, sweepCorner, sweepInputOf } from './corner';
import { fitBoth } from './fit';
import { poseView } from './contact';
import { profileOf } from './profile';
import { tireSize } from '../tire/size';

const UPRIGHT_KINGPIN = {
  kpiDeg: 0,
  casterDeg: 0,
  kingpinMm: 100,
  kingpinForeAftMm: 0,
  lockInsideDeg: 30,
  lockOutsideDeg: 30,
};
const near = (points: [number, number, number][], more = {}) => [obstacle(points, more)];

describe('closed forms', () => {
  test('a wheel that only travels: a point above the tread is nearer by every mm of bump', () => {
    const build = example({ front: { steering: undefined, obstacles: near([[0, -20, 500]]) } });
    const { map } = fitBoth(build).front;
    // 245/75R16 on offset 20: radius 386.95, and the point stands over the middle of the tread.
    map.travelMm.forEach((travel, t) =>
      expect(map.clearanceMm[t]?.[0]).toBeCloseTo(500 - 386.95 - travel, 9),
    );
    expect(map.lockDeg).toEqual([0]);
  });

  test('a vertical kingpin and one point: the point turns back about the kingpin', () => {
    const build = example({ front: { steering: UPRIGHT_KINGPIN, obstacles: near([[430, -20, 0]]) } });
    const { map } = fitBoth(build).front;
    const ride = map.travelMm.findIndex((travel) => Math.abs(travel) < 1e-9);
    const row = map.clearanceMm[ride >= 0 ? ride : 0] ?? [];
    const h = map.travelMm[ride >= 0 ? ride : 0] ?? 0;
    const { wheel, tire } = build.package;
    const size = tireSize(tire, wheel.widthIn);
    map.lockDeg.forEach((deg, l) => {
      // In the wheel's frame the kingpin stands 100 mm inboard and the point swings the other way.
      const d = (deg * Math.PI) / 180;
      const [x, y] = [430, -20 + 100];
      const along = -x * Math.sin(d) + y * Math.cos(d) - 100;
      const r = Math.hypot(x * Math.cos(d) + y * Math.sin(d), -h);
      const u = Math.abs(along + 20);
      const rho = (size.sectionWidthMm - size.treadWidthMm) / 2;
      const [qa, qr] = [u - size.sectionWidthMm / 2 + rho, r - size.overallDiameterMm / 2 + rho];
      const expected = Math.hypot(Math.max(0, qa), Math.max(0, qr)) + Math.min(0, Math.max(qa, qr)) - rho;
      expect(row[l]).toBeCloseTo(expected, 6);
    });
  });

  test('a point on the shoulder’s arc has no clearance and no contact', () => {
    const { wheel, tire } = example().package;
    const size = tireSize(tire, wheel.widthIn);
    const rho = (size.sectionWidthMm - size.treadWidthMm) / 2;
    const y = -wheel.offsetMm + size.sectionWidthMm / 2 - rho + rho * Math.SQRT1_2;
    const z = size.overallDiameterMm / 2 - rho + rho * Math.SQRT1_2;
    const build = example({
      front: {
        steering: undefined,
        obstacles: near([[0, y, z]]),
        suspension: { kind: 'independent', bumpMm: 0.001, droopMm: 0.001, frontArmMm: null, sideArmMm: null },
      },
    });
    expect(fitBoth(build).front.leastClearanceMm).toBeCloseTo(0, 2);
  });

  test('the brake rides with the upright: one clearance in every pose', () => {
    const build = example({
      front: {
        steering: UPRIGHT_KINGPIN,
        obstacles: near([[0, -20, 170]], { carrier: 'upright', material: 'brake' }),
      },
    });
    // The rim reaches in to 203.2 - 12 = 191.2 mm.
    expect(
      new Set(
        fitBoth(build)
          .front.map.clearanceMm.flat()
          .map((gap) => gap.toFixed(6)),
      ),
    ).toEqual(new Set(['21.200000']));
  });
});

describe('laws', () => {
  const least = (build: Build): number => fitBoth(build).front.leastClearanceMm;
  const well: [number, number, number][] = [
    [440, 40, -200],
    [430, 60, 0],
    [300, 70, 380],
    [0, 60, 500],
    [-300, 60, 390],
    [-430, 50, 0],
    [-420, 40, -180],
    [-100, -190, 100],
  ];
  const build = (change: Partial<BuildFile['package']>): Build =>
    example({ front: { obstacles: near(well, { cutMm: 60 }) }, package: change });

  test('mirror symmetry: without caster and arms, the well and the locks mirrored front to back answer the same', () => {
    const steering = { ...UPRIGHT_KINGPIN, kpiDeg: 9, lockInsideDeg: 34, lockOutsideDeg: 27 };
    const one = fitBoth(example({ front: { steering, obstacles: near(well) } })).front;
    const mirrored = { ...steering, lockInsideDeg: 27, lockOutsideDeg: 34 };
    const other = fitBoth(
      example({ front: { steering: mirrored, obstacles: near(well.map(([x, y, z]) => [-x, y, z])) } }),
    ).front;
    one.map.clearanceMm.forEach((row, t) =>
      [...row].reverse().forEach((gap, l) => expect(other.map.clearanceMm[t]?.[l]).toBeCloseTo(gap, 9)),
    );
    expect(one.usableLockDeg.inside).toBeCloseTo(other.usableLockDeg.outside, 9);
  });

  test('clearance falls as the diameter or the width grows', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (grow, widen) => {
          const at = (d: number, w: number): number =>
            least(
              build({
                tire: {
                  code: '245/75R16',
                  pattern: 'road',
                  overallDiameterMm: 774 + d,
                  sectionWidthMm: 245 + w,
                  treadWidthMm: 190,
                },
              }),
            );
          expect(at(grow, 0)).toBeLessThanOrEqual(at(0, 0) + 1e-9);
          // The tread widens with the section, so the larger tire holds the smaller one.
          const wide = least(
            build({
              tire: {
                code: '245/75R16',
                pattern: 'road',
                overallDiameterMm: 774,
                sectionWidthMm: 245 + widen,
                treadWidthMm: 190 + widen,
              },
            }),
          );
          expect(wide).toBeLessThanOrEqual(at(0, 0) + 1e-9);
        },
      ),
      { numRuns: 25 },
    ));

  test('spring lift alone does not change full bump', () => {
    const rows = [0, 40, 80].map((springMm) =>
      fitBoth(build({ lift: { front: { springMm }, rear: {} } })).front.map.clearanceMm.at(-1),
    );
    expect(rows[1]).toEqual(rows[0]);
    expect(rows[2]).toEqual(rows[0]);
  });

  test('a lowered bump stop does change it, and a bracket lowers the whole path', () => {
    const bump = (lift: object): number =>
      Math.min(...(fitBoth(build({ lift: { front: lift, rear: {} } })).front.map.clearanceMm.at(-1) ?? []));
    expect(bump({ bumpStopMm: 20 })).toBeGreaterThan(bump({}));
    expect(bump({ bracketMm: 30 })).not.toBeCloseTo(bump({}), 3);
  });

  test('body lift moves only what the body carries', () => {
    const file = (bodyMm: number) =>
      fitBoth(
        example({
          front: {
            obstacles: [
              obstacle(well, { id: 'body' }),
              obstacle(well, { id: 'frame', carrier: 'frame' }),
              obstacle(well, { id: 'arm', carrier: { arm: 0.5 } }),
            ],
          },
          package: { lift: { front: { bodyMm }, rear: { bodyMm } } },
        }),
      ).front.byObstacle.map(({ leastClearanceMm }) => leastClearanceMm);
    const [before, after] = [file(0), file(40)];
    // Deep inside the wheel the depth may be the same elsewhere; as a rule it is another one.
    expect(after[0]).not.toBe(before[0]);
    expect(after.slice(1)).toEqual(before.slice(1));
  });

  test('a cut never lowers a clearance, and counts at most what may be cut', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 200, noNaN: true }), (depthMm) => {
        const cut = least(build({ cuts: [{ obstacle: 'thing', depthMm }] }));
        expect(cut).toBeCloseTo(least(build({})) + Math.min(depthMm, 60), 9);
      }),
      { numRuns: 20 },
    ));

  test('a solid axle takes the smaller of both sweeps', () => {
    const solid = exampleFile({ front: { obstacles: near(well) } });
    solid.vehicle.corners.front.suspension = { ...solid.vehicle.corners.front.suspension, kind: 'solid' };
    const alone = exampleFile({ front: { obstacles: near(well) } });
    const tilted = exampleFile({ front: { obstacles: near(well) } });
    tilted.vehicle.corners.front.suspension = { ...tilted.vehicle.corners.front.suspension, frontArmMm: 800 };
    const map = (file: BuildFile) =>
      fitBoth(example({ front: file.vehicle.corners.front })).front.map.clearanceMm.flat();
    const [both, straight, tilt] = [map(solid), map(alone), map(tilted)];
    both.forEach((gap, i) => expect(gap).toBeCloseTo(Math.min(straight[i] ?? NaN, tilt[i] ?? NaN), 9));
  });
});

describe('what is said of a corner', () => {
  test('cuts needed bring each thing that is met from its least to the margin; what is never cut is not listed', () => {
    const fit = fitBoth(
      example({
        front: {
          obstacles: [
            obstacle([[380, 0, 0]], { id: 'soft', cutMm: 60 }),
            obstacle([[-380, 0, 0]], { id: 'rail', material: 'structure' }),
            obstacle([[520, 0, 0]], { id: 'far', cutMm: 20 }),
          ],
        },
      }),
    ).front;
    const soft = fit.byObstacle.find(({ obstacle: id }) => id === 'soft')?.leastClearanceMm ?? NaN;
    expect(soft).toBeLessThan(0);
    // A single point is cut straight away from the hub: never less than what is missing.
    const [needed, ...more] = fit.cutsNeeded;
    expect(more).toEqual([]);
    expect(needed?.obstacle).toBe('soft');
    expect(needed?.depthMm).toBeGreaterThanOrEqual(10 - soft - 0.1);
    expect(needed?.depthMm).toBeLessThan(10 - soft + 25);
    expect(fit.grade).toBe('blocked');
  });

  test('the pose that is drawn has the gap that the map says, on every demo build', () => {
    for (const name of Object.keys(demoTexts)) {
      const build = demoBuild(name);
      const fits = fitBoth(build);
      const { tire, wheel, spacerMm, cuts } = build.package;
      const profile = profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
      for (const axle of ['front', 'rear'] as const) {
        const corner = sweepCorner(sweepInputOf(build, axle));
        const { at, leastClearanceMm } = fits[axle];
        const view = poseView(
          corner,
          profile,
          cutDepths(corner.corner.obstacles, cuts),
          at.lockDeg,
          at.travelMm,
        );
        expect(view.nearest.clearanceMm).toBeCloseTo(leastClearanceMm, 6);
        expect(view.nearest.obstacle).toBe(at.obstacle);
        const drawn = Math.hypot(...view.nearest.at.map((n, i) => n - (view.nearest.surface[i] ?? 0)));
        expect(drawn).toBeCloseTo(Math.abs(leastClearanceMm), 1);
      }
    }
  });
});
