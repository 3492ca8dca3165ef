import { wordingText } from '../wording';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts, example, obstacle } from '../../tests/example';
import type { Build, Obstacle } from '../format/build';
import { assess } from '../assess';
import { cutPlanOf, type EdgeCut } from './cutPlan';
import { developed, mirrored } from './develop';
import { cutScaleOf } from './scale';
import { edgeLengthMm, edgeOf, inSteps } from './edge';
import { smoothed } from './smooth';

/** The tightest hollow of a curve, mm: the least radius of the circle through three of its points `apart` steps off. */
function leastHollowMm(points: readonly (readonly [u: number, v: number])[], apart: number): number | null {
  let least: number | null = null;
  for (let i = apart; i + apart < points.length; i++) {
    const [a, b, c] = [points[i - apart], points[i], points[i + apart]];
    if (!a || !b || !c) continue;
    const cross = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    // Depth runs up: a hollow turns the curve to the right where it is deepest.
    if (cross >= -1e-9) continue;
    const side = (p: readonly [number, number], q: readonly [number, number]): number =>
      Math.hypot(q[0] - p[0], q[1] - p[1]);
    const radius = (side(a, b) * side(b, c) * side(a, c)) / (2 * Math.abs(cross));
    if (least === null || radius < least) least = radius;
  }
  return least;
}

/** A lip as part of a circle about the hub, from `from` to `to` degrees ahead of the upright. */
function arc(radiusMm: number, from: number, to: number, y = 0): Obstacle['points'] {
  return Array.from({ length: 41 }, (_, i) => {
    const a = ((from + ((to - from) * i) / 40) * Math.PI) / 180;
    return [radiusMm * Math.sin(a), y, radiusMm * Math.cos(a)];
  });
}

/** A wheel that neither steers nor (but for a hair) moves, in a round well. */
function still(lip: Partial<Obstacle>, marginMm = 10): Build {
  const suspension = {
    kind: 'independent' as const,
    bumpMm: 0.001,
    droopMm: 0.001,
    frontArmMm: null,
    sideArmMm: null,
  };
  const far = { suspension, obstacles: [obstacle([[900, 0, 0]], { id: 'far' })] };
  return example({
    vehicle: {
      corners: {
        front: {
          suspension,
          obstacles: [obstacle(arc(390, -70, 70, -20), { id: 'lip', material: 'sheet', cutMm: 60, ...lip })],
        },
        rear: far,
      },
    },
    use: { marginMm, grid: { lock: 1, travel: 2 } },
  });
}

const only = (cuts: EdgeCut[]): EdgeCut => {
  const [cut, ...more] = cuts;
  if (!cut || more.length > 0) throw new Error(`${cuts.length} cuts`);
  return cut;
};

describe('a circular well about a circular wheel', () => {
  // 245/75R16 stands 386.95 mm from the axle; the lip at 390 mm leaves 3.05 mm.
  test('is cut all round to the margin: the new edge is a circle of tire plus margin', () => {
    const cut = only(cutPlanOf(still({}), 60));
    expect(cut).toMatchObject({ kind: 'metal', refused: null, axle: 'front', obstacle: 'lip' });
    for (const { edge, neededMm } of cut.samples) {
      expect(neededMm).toBeCloseTo(10 - 3.05, 0);
      expect(Math.hypot(edge[0], edge[2])).toBeGreaterThan(386.95 + 10 - 0.15);
      expect(Math.hypot(edge[0], edge[2])).toBeLessThan(386.95 + 10 + 0.4);
    }
    expect(cut.samples.at(-1)?.alongMm).toBeCloseTo((390 * 140 * Math.PI) / 180, 0);
  });

  test('asks for nothing where the margin is there', () => {
    expect(cutPlanOf(still({}, 2.5), 60)).toEqual([]);
  });

  test.each([
    [{ cutMm: 5 }, 'only 5 mm may be cut'],
    [{ cutMm: 0 }, 'Nothing of the thing may be cut'],
    [{ material: 'structure' as const, cutMm: 0 }, 'is never cut'],
    [{ material: 'brake' as const, cutMm: 0 }, 'a brake part and is never cut'],
  ])('is refused with its reason: %o', (lip, reason) => {
    expect(wordingText(only(cutPlanOf(still(lip), 60)).refused ?? '', 'metric')).toContain(reason);
  });

  test('kinds follow the material', () => {
    const kindOf = (lip: Partial<Obstacle>) => only(cutPlanOf(still(lip), 60)).kind;
    expect(kindOf({ material: 'liner' })).toBe('tuck');
    expect(kindOf({ material: 'plastic' })).toBe('plastic');
    expect(kindOf({ material: 'plastic', id: 'bumper-corner' })).toBe('bumper');
    expect(kindOf({ material: 'seam' })).toBe('fold');
    expect(kindOf({ material: 'steering', cutMm: 0 })).toBeNull();
  });
});

test('the plan agrees with the sweep: what needs a cut is what has less than the margin', () => {
  for (const name of Object.keys(demoTexts).filter((one) => /halyard|marten/.test(one))) {
    const build = demoBuild(name);
    const { fit } = assess({ ...build, package: { ...build.package, cuts: [] } });
    const short = (['front', 'rear'] as const).flatMap((axle) =>
      fit[axle].byObstacle
        .filter(({ leastClearanceMm }) => leastClearanceMm < build.use.marginMm - 0.3)
        .map(({ obstacle: id }) => `${axle} ${id}`),
    );
    const planned = cutPlanOf(build, 60).map(({ axle, obstacle: id }) => `${axle} ${id}`);
    for (const one of short) expect(planned, name).toContain(one);
  }
}, 60_000);

test('cutting less leaves less, and the whole of it leaves the margin', () => {
  const build = demoBuild('halyard-1-tall-and-narrow');
  const scale = cutScaleOf(build, 'front', cutPlanOf(build, 60));
  expect(scale.map(({ share }) => share)).toEqual([0, 0.25, 0.5, 0.75, 1]);
  scale.forEach(({ leastMm, usableLockDeg }, i) => {
    const before = scale[i - 1];
    if (!before) return;
    expect(leastMm).toBeGreaterThanOrEqual(before.leastMm - 1e-9);
    expect(usableLockDeg.inside).toBeGreaterThanOrEqual(before.usableLockDeg.inside - 1e-9);
  });
  expect(scale[4]?.leastMm).toBeGreaterThanOrEqual(build.use.marginMm - 0.3);
  expect(scale[4]?.lift).toEqual([
    { kind: 'spring', mm: 0 },
    { kind: 'bracket', mm: 0 },
    { kind: 'body', mm: 0 },
  ]);
}, 30_000);

describe('an edge', () => {
  test('in equal steps keeps its ends and its length', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: -500, max: 500 }),
            fc.integer({ min: -50, max: 50 }),
            fc.integer({ min: 0, max: 500 }),
          ),
          {
            minLength: 2,
            maxLength: 12,
          },
        ),
        (points) => {
          if (edgeLengthMm(points) < 20) return;
          const { points: list, stepMm } = inSteps(points, 5);
          expect(list[0]).toEqual(points[0]);
          expect(list.at(-1)).toEqual(points.at(-1));
          expect(stepMm * (list.length - 1)).toBeCloseTo(edgeLengthMm(points), 6);
        },
      ),
    ));

  test('is cut square to itself, away from the hub', () => {
    const { away } = edgeOf(
      [
        [-400, 0, 300],
        [400, 0, 300],
      ],
      5,
    );
    for (const one of away) expect(one).toEqual([expect.closeTo(0, 9), 0, expect.closeTo(1, 9)]);
    // Across the vehicle there is no side to it: straight away from the hub.
    const [across] = edgeOf(
      [
        [300, 0, 400],
        [300, -100, 400],
      ],
      5,
    ).away;
    expect(across).toEqual([expect.closeTo(0.6, 9), 0, expect.closeTo(0.8, 9)]);
  });
});

describe('smoothing', () => {
  const depths = fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 3, maxLength: 60 });

  test('never cuts less than is needed, and needs nothing where nothing is needed', () =>
    fc.assert(
      fc.property(depths, fc.integer({ min: 10, max: 120 }), (list, radius) => {
        const out = smoothed(list, 5, radius);
        out.forEach((depth, i) => expect(depth).toBeGreaterThanOrEqual((list[i] ?? 0) - 1e-9));
        if (list.every((depth) => depth === 0)) expect(out.every((depth) => depth === 0)).toBe(true);
        expect(Math.max(...out)).toBeLessThanOrEqual(Math.max(...list) + 1e-9);
      }),
    ));

  test('smooth already stays as it is: smoothing twice changes nothing more', () =>
    fc.assert(
      fc.property(depths, (list) => {
        const once = smoothed(list, 5, 60);
        smoothed(once, 5, 60).forEach((depth, i) =>
          expect(depth).toBeCloseTo(Math.max(depth, once[i] ?? 0), 9),
        );
      }),
    ));

  test('a single deep place becomes a hollow that the disc can follow', () => {
    const out = smoothed(
      Array.from({ length: 81 }, (_, i) => (i === 40 ? 20 : 0)),
      2,
      50,
    );
    const curve = out.map((depth, i) => [i * 2, depth] as const).filter(([, depth]) => depth > 0);
    // Through points on the disc itself; a chord of the steps may be a little tighter.
    expect(leastHollowMm(curve, 3) ?? 0).toBeGreaterThan(49);
  });

  test('the hollow of a circle is its radius', () => {
    const circle = Array.from({ length: 60 }, (_, i): [number, number] => [
      80 * Math.cos(Math.PI - (i * Math.PI) / 59),
      80 * Math.sin(Math.PI - (i * Math.PI) / 59),
    ]);
    expect(leastHollowMm(circle, 3)).toBeCloseTo(80, 6);
    expect(
      leastHollowMm(
        circle.map(([u, v]) => [u, -v]),
        3,
      ),
    ).toBeNull();
  });
});

describe('laid flat', () => {
  test('a flat panel keeps its shape, and the depth stands square to the edge', () => {
    const cut = only(cutPlanOf(still({}), 60));
    const { edge, cut: line, unrolledMm, sideViewMm } = developed(cut.samples);
    expect(unrolledMm).toBeCloseTo(sideViewMm, 9);
    // The chord of 140 degrees on 390 mm.
    // From its rear end to its front, which is to the left.
    expect((edge[0]?.[0] ?? 0) - (edge.at(-1)?.[0] ?? 0)).toBeCloseTo(
      2 * 390 * Math.sin((70 * Math.PI) / 180),
      0,
    );
    edge.forEach(([u, v], i) => {
      const [cu = 0, cv = 0] = line[i] ?? [];
      expect(Math.hypot(cu - u, cv - v)).toBeCloseTo(cut.samples[i]?.depthMm ?? NaN, 6);
    });
  });

  test('a panel that runs across as it goes is unrolled to its true length', () => {
    const slanted = still({
      points: [
        [-300, 0, 392],
        [0, -60, 392],
        [300, -120, 392],
      ],
    });
    const { edge, unrolledMm, sideViewMm } = developed(only(cutPlanOf(slanted, 60)).samples);
    expect(sideViewMm).toBeCloseTo(600, 6);
    expect(unrolledMm).toBeCloseTo(2 * Math.hypot(300, 60), 6);
    expect(edge.at(-1)?.[0]).toBeCloseTo(-unrolledMm, 6);
  });

  test('a step straight across goes on as the one before it did', () => {
    const at = (x: number, y: number, z: number) =>
      ({ point: [x, y, z], away: [0, 0, 1], depthMm: 0 }) as unknown as Parameters<
        typeof developed
      >[0][number];
    // Level, then straight up, then straight across: laid flat the last part goes on upward.
    const { edge, unrolledMm } = developed([at(0, 0, 0), at(100, 0, 0), at(100, 0, 50), at(100, 40, 50)]);
    expect(unrolledMm).toBeCloseTo(190, 9);
    const [, corner, , end] = edge;
    expect(
      Math.hypot((end?.[0] ?? 0) - (corner?.[0] ?? 0), (end?.[1] ?? 0) - (corner?.[1] ?? 0)),
    ).toBeCloseTo(90, 9);
  });

  test('the other side is its mirror: the same lengths, left for right', () => {
    const template = developed(only(cutPlanOf(still({}), 60)).samples);
    const other = mirrored(template);
    expect(mirrored(other)).toEqual(template);
    expect(other.unrolledMm).toBe(template.unrolledMm);
    expect(other.cut[3]?.[0]).toBe(-(template.cut[3]?.[0] ?? 0));
  });
});
