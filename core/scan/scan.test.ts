import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { builds } from '../../tests/randomBuilds';
import type { Build } from '../format/build';
import { carrierMotion } from '../clearance/points';
import { sweepAll, sweepCorner, sweepInputOf } from '../clearance/corner';
import { emptyResult, sweep } from '../clearance/kernel';
import { flatten } from '../clearance/points';
import { profileOf } from '../clearance/profile';
import { tireSize } from '../tire/size';
import { alignment, place, type Picks } from './align';
import { boundsOf, cropped, markBall, markBox, pickPoint, pointCount, type Cloud } from './cloud';
import { contourOf } from './contour';
import { FAR_MM, sweepScan, type ScanSweep } from './sweepScan';
import { treeOf } from './tree';

const coordinate = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });
/** Points around a wheel, near and far, on two parts. */
const clouds: fc.Arbitrary<Cloud> = fc
  .array(
    fc.tuple(
      coordinate(-700, 700),
      coordinate(-400, 300),
      coordinate(-500, 700),
      fc.integer({ min: 0, max: 1 }),
    ),
    {
      minLength: 1,
      maxLength: 60,
    },
  )
  .map((list) => ({
    xyz: Float32Array.from(list.flatMap(([x, y, z]) => [x, y, z])),
    part: Uint8Array.from(list, ([, , , part]) => part),
  }));

function finish(generator: Generator<number, ScanSweep>): ScanSweep {
  let before = -1;
  for (;;) {
    const step = generator.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThanOrEqual(1 + 1e-9);
    before = Math.max(before, step.value);
  }
}

function cornerOf(build: Build) {
  const corner = sweepCorner(sweepInputOf(build, 'front'));
  const { wheel, tire, spacerMm } = build.package;
  return { corner, profile: profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm) };
}

describe('the sweep of a scan', () => {
  test('is the kernel’s, point by point, part by part and pose by pose', () =>
    fc.assert(
      fc.property(builds, clouds, (build, cloud) => {
        const { corner, profile } = cornerOf(build);
        const carriers = ['body', { arm: 0.4 }] as const;
        const motions = carriers.map((carrier) => {
          const { riseMm, follow } = carrierMotion(carrier, corner.lift);
          return { rise: riseMm, follow, upright: false };
        });
        const scan = finish(
          sweepScan({
            tree: treeOf(cloud, 2),
            motions,
            poseSets: corner.poseSets,
            inZone: corner.inZone,
            locks: corner.grid.lockDeg.length,
            profile,
          }),
        );
        const at = (i: number): [number, number, number] => [
          cloud.xyz[i * 3] ?? 0,
          cloud.xyz[i * 3 + 1] ?? 0,
          cloud.xyz[i * 3 + 2] ?? 0,
        ];
        // Every point as an obstacle of its own, so that the kernel tells them apart.
        const obstacles = Array.from(cloud.part, (part, i) => ({
          id: `p${i}`,
          label: '',
          carrier: carriers[part] ?? ('body' as const),
          material: 'sheet' as const,
          cutMm: 0,
          tapeErrorMm: 0,
          points: [at(i)],
        }));
        const flat = flatten(obstacles, corner.lift);
        const plain = emptyResult(corner.inZone.length, flat.count);
        for (const poses of corner.poseSets)
          sweep(flat, poses, profile, new Float64Array(flat.count), corner.inZone, plain);
        plain.map.forEach((gap, pose) => expect(scan.map[pose]).toBeCloseTo(gap, 6));
        plain.least.forEach((gap, i) => expect(scan.perPoint[i]).toBeCloseTo(Math.min(FAR_MM, gap), 3));
        [0, 1].forEach((part) => {
          const mine = [...plain.least].filter((_, i) => cloud.part[i] === part);
          expect(scan.least[part]).toBeCloseTo(Math.min(Infinity, ...mine), 6);
        });
      }),
      { numRuns: 60 },
    ));

  test('what turns with the hub has one clearance in every pose', () => {
    const [build] = fc.sample(builds, 1);
    if (!build) throw new Error('a sample');
    const { corner, profile } = cornerOf(build);
    const cloud: Cloud = {
      xyz: Float32Array.from([0, profile.centreMm, profile.tireOuterMm + 30]),
      part: Uint8Array.of(0),
    };
    const scan = finish(
      sweepScan({
        tree: treeOf(cloud, 1),
        motions: [{ rise: 0, follow: 0, upright: true }],
        poseSets: corner.poseSets,
        inZone: corner.inZone,
        locks: corner.grid.lockDeg.length,
        profile,
      }),
    );
    expect(scan.perPoint[0]).toBeCloseTo(30, 3);
    expect(scan.least[0]).toBeCloseTo(30, 3);
  });

  test('a part without points is far, not near', () => {
    const [build] = fc.sample(builds, 1);
    if (!build) throw new Error('a sample');
    const { corner, profile } = cornerOf(build);
    const still = { rise: 0, follow: 0, upright: false };
    const scan = finish(
      sweepScan({
        tree: treeOf({ xyz: Float32Array.of(0, 0, 600), part: Uint8Array.of(2) }, 4),
        motions: [still, still, still, still],
        poseSets: corner.poseSets,
        inZone: corner.inZone,
        locks: corner.grid.lockDeg.length,
        profile,
      }),
    );
    expect([...scan.leastPose.slice(0, 2), scan.leastPose[3]]).toEqual([-1, -1, -1]);
    expect(Number.isFinite(scan.least[2])).toBe(true);
  });
});

describe('the tree', () => {
  test('holds every point once, each inside all of its balls', () =>
    fc.assert(
      fc.property(clouds, (cloud) => {
        const tree = treeOf(cloud, 3);
        expect([...tree.order].sort((a, b) => a - b)).toEqual([...cloud.part.keys()]);
        tree.order.forEach((from, i) => {
          for (let axis = 0; axis < 3; axis++)
            expect(tree.xyz[i * 3 + axis]).toBe(cloud.xyz[from * 3 + axis]);
        });
        const inside = (level: number, ball: number, i: number): boolean => {
          const b = tree.balls[level]?.subarray(ball * 4, ball * 4 + 4) ?? new Float32Array(4);
          const [x = 0, y = 0, z = 0, r = 0] = b;
          return (
            Math.hypot(
              (tree.xyz[i * 3] ?? 0) - x,
              (tree.xyz[i * 3 + 1] ?? 0) - y,
              (tree.xyz[i * 3 + 2] ?? 0) - z,
            ) <= r
          );
        };
        const points = (level: number, ball: number): number[] => {
          const from = tree.child[level]?.[ball] ?? 0;
          const to = tree.child[level]?.[ball + 1] ?? 0;
          const list = Array.from({ length: to - from }, (_, k) => from + k);
          return level === 0 ? list : list.flatMap((child) => points(level - 1, child));
        };
        const top = tree.balls.length - 1;
        const seen: number[] = [];
        for (let part = 0; part < 3; part++) {
          const [from = 0, to = 0] = [tree.first[top]?.[part], tree.first[top]?.[part + 1]];
          expect(to - from).toBe(cloud.part.includes(part) ? 1 : 0);
          for (let ball = from; ball < to; ball++)
            for (const i of points(top, ball)) {
              seen.push(i);
              expect(cloud.part[tree.order[i] ?? -1]).toBe(part);
              expect(inside(top, ball, i)).toBe(true);
            }
        }
        expect(seen).toEqual([...cloud.part.keys()]);
        for (let level = 0; level < top; level++)
          for (let ball = 0; ball < (tree.child[level]?.length ?? 1) - 1; ball++)
            for (const i of points(level, ball)) expect(inside(level, ball, i)).toBe(true);
      }),
      { numRuns: 60 },
    ));
});

describe('where a scan stands', () => {
  /** The corner's own axes turned and moved: what a scanner would make of it. */
  const turned = (point: readonly [number, number, number]): [number, number, number] => {
    const [c, s] = [Math.cos(0.7), Math.sin(0.7)];
    const [x, y, z] = [c * point[0] - s * point[1], s * point[0] + c * point[1], point[2]];
    const [d, e] = [Math.cos(-0.3), Math.sin(-0.3)];
    return [d * x - e * z + 1200, y - 300, e * x + d * z + 80];
  };
  const picks = (flip = 1): Picks => ({
    hub: turned([0, 0, 0]),
    face: [turned([60, 0, 20]), turned([-10, 0, 70 * flip])],
    ground: [turned([400, 200, -380]), turned([-300, 100, -380]), turned([50, -600, -380])],
  });

  test.each([1, -1])('picks of hub, face and ground bring it back, whichever way round', (flip) => {
    const aligned = alignment(picks(flip), turned([0, -400, 100]), 'left');
    if (!aligned.ok) throw new Error(aligned.message);
    const points = [
      [320, 40, 510],
      [-200, -250, -60],
    ] as const;
    const xyz = Float32Array.from(points.flatMap(turned));
    place(xyz, aligned.value);
    xyz.forEach((value, k) => expect(value).toBeCloseTo(points.flat()[k] ?? NaN, 2));
  });

  test('a right corner comes out mirrored onto the left', () => {
    const mirror = ([x, y, z]: readonly [number, number, number]): [number, number, number] =>
      turned([x, -y, z]);
    const aligned = alignment(
      {
        hub: mirror([0, 0, 0]),
        face: [mirror([60, 0, 20]), mirror([-10, 0, 70])],
        ground: [mirror([400, 200, -380]), mirror([-300, 100, -380]), mirror([50, -600, -380])],
      },
      mirror([0, -400, 100]),
      'right',
    );
    if (!aligned.ok) throw new Error(aligned.message);
    const xyz = Float32Array.from(mirror([320, 40, 510]));
    place(xyz, aligned.value);
    [320, 40, 510].forEach((value, k) => expect(xyz[k]).toBeCloseTo(value, 2));
  });

  test('picks that tell no direction are refused, saying which', () => {
    const say = (more: Partial<Picks>): string => {
      const aligned = alignment({ ...picks(), ...more }, turned([0, -400, 100]), 'left');
      return aligned.ok ? '' : aligned.message;
    };
    expect(say({ face: [turned([60, 0, 20]), turned([120, 0, 40])] })).toContain('hub face lie in one line');
    expect(say({ ground: [turned([0, 0, -380]), turned([100, 0, -380]), turned([200, 0, -380])] })).toContain(
      'ground lie in one line',
    );
    expect(say({ ground: [turned([0, 0, -380]), turned([100, 0, -380]), turned([0, 0, -100])] })).toContain(
      'looks at the ground',
    );
  });
});

describe('a cloud', () => {
  const cloud = (): Cloud => ({
    xyz: Float32Array.from([0, 0, 0, 10, 0, 0, 100, 50, -20]),
    part: new Uint8Array(3),
  });
  test('is cropped, marked by box and by brush', () => {
    const box = { low: [-1, -1, -1], high: [20, 1, 1] } as const;
    expect(pointCount(cropped(cloud(), box))).toBe(2);
    const marked = cloud();
    expect(markBox(marked, box, 2)).toBe(2);
    expect(markBall(marked, [100, 50, -20], 5, 3)).toBe(1);
    expect([...marked.part]).toEqual([2, 2, 3]);
    expect(boundsOf(marked.xyz)).toEqual({ low: [0, 0, -20], high: [100, 50, 0] });
  });
  test('is picked where a ray passes nearest in front', () => {
    const { xyz } = cloud();
    expect(pickPoint({ xyz }, [0, 0, 500], [0, 0, -1], 0.02)).toBe(0);
    expect(pickPoint({ xyz }, [10, 0, 500], [0, 0, -1], 0.005)).toBe(1);
    expect(pickPoint({ xyz }, [10, 0, 500], [0, 0, 1], 0.02)).toBe(-1);
  });
  test('becomes a contour of its nearest points by the clock', () => {
    // An arch of radius 500 with a second, farther skin behind it.
    const points: number[] = [];
    for (let k = -60; k <= 60; k++)
      for (const r of [500, 530]) points.push(r * Math.sin(k / 40), 40, r * Math.cos(k / 40));
    const xyz = Float32Array.from(points);
    const perPoint = Float32Array.from({ length: points.length / 3 }, (_, i) => (i % 2 === 0 ? 20 : 50));
    const contour = contourOf({ xyz, part: new Uint8Array(points.length / 3) }, 0, perPoint);
    expect(contour.length).toBeGreaterThan(40);
    for (const [x, y, z] of contour) {
      expect(Math.hypot(x, z)).toBeCloseTo(500, 0);
      expect(y).toBeCloseTo(40, 4);
    }
  });
});

test('a corner swept by its obstacles and by a cloud of their points agree', () => {
  const [build] = fc.sample(builds, 1);
  if (!build) throw new Error('a sample');
  const { corner, profile } = cornerOf(build);
  const bodies = corner.corner.obstacles.map((one) => ({ ...one, carrier: 'body' as const }));
  const flat = flatten(bodies, corner.lift);
  // As bodies none of them turns with the hub, and a cloud has no sides.
  const passed = corner.passed.map((one) => one.map(() => 0));
  const whole = sweepAll({ ...corner, flat, passed }, profile, new Float64Array(flat.count));
  const scan = finish(
    sweepScan({
      tree: treeOf({ xyz: Float32Array.from(flat.xyz), part: new Uint8Array(flat.xyz.length / 3) }, 1),
      motions: [{ rise: carrierMotion('body', corner.lift).riseMm, follow: 0, upright: false }],
      poseSets: corner.poseSets,
      inZone: corner.inZone,
      locks: corner.grid.lockDeg.length,
      profile,
    }),
  );
  whole.map.forEach((gap, pose) => expect(scan.map[pose]).toBeCloseTo(gap, 3));
});
