import { expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../../tests/example';
import { seeded } from '../statistics/seeded';
import { deriveFigures } from '../figures';
import type { Vec } from '../geometry/vec';
import { leastOf, sweepCorner, sweepInputOf } from './corner';
import { fitBoth } from './fit';
import { chanceAlong, chanceOfContact, type SpreadParts } from './spread';

const only = (tapeMm: number, tireMm = 0): SpreadParts => ({ tapeMm, tireMm, rideMm: 0, giveMm: 0 });

test('one point is one point: the parts add up as variances do', () => {
  for (const gap of [-6, -1, 0, 2, 9])
    expect(chanceAlong([gap], only(3, 4))).toBeCloseTo(chanceOfContact(gap, 5), 2);
});

test('of many places that nearly touch one is likely to; what moves all of them is no more likely for being shared', () => {
  const many = Array.from({ length: 8 }, () => 1);
  expect(chanceAlong(many, only(3))).toBeGreaterThan(chanceAlong([1], only(3)) + 0.15);
  expect(chanceAlong(many, only(0.001, 3))).toBeCloseTo(chanceAlong([1], only(0.001, 3)), 2);
});

/**
 * Shops whose tape was off as is said of it: half of it (by variance) for the whole edge, half reading by reading, along the
 * direction in which the wheel comes at the edge. How often they touch is what was said.
 */
test('what is said of an edge is what happens', () => {
  const { normal } = seeded(5);
  const truths = 70;
  const groups = new Map<number, { said: number; happened: number; count: number }>();
  for (const name of Object.keys(demoTexts).slice(0, 6)) {
    const demo = demoBuild(name);
    const { profile } = deriveFigures(demo).package;
    for (const tapeErrorMm of [8, 16]) {
      // As if everything stood just where it nearly touches.
      const corner = demo.vehicle.corners.front;
      const build = structuredClone(demo);
      build.package.cuts = [];
      build.use.rideSpreadMm = 0;
      build.vehicle.corners.front.suspension.complianceMm ??= 0;
      build.vehicle.corners.front.obstacles = corner.obstacles
        .filter(({ carrier, points }) => carrier !== 'upright' && points.length > 2)
        .map((one) => ({ ...one, tapeErrorMm }));
      const { byObstacle } = fitBoth(build).front;
      for (const { obstacle, chanceOfContact: said, guessed, spreadParts } of byObstacle) {
        if (said < 0.05 || said > 0.95 || guessed) continue;
        const part = build.vehicle.corners.front.obstacles.find(({ id }) => id === obstacle)!;
        let touched = 0;
        for (let k = 0; k < truths; k++) {
          // The tire's own size is as good as off along with all of the edge.
          const along = Math.hypot(tapeErrorMm * Math.SQRT1_2, spreadParts.tireMm);
          const error = (of: number): Vec => [normal() * of, normal() * of, normal() * of];
          const shared = error(along);
          const points = part.points.map(([x, y, z]): [number, number, number] => {
            const own = error(tapeErrorMm * Math.SQRT1_2);
            return [x + shared[0] + own[0], y + shared[1] + own[1], z + shared[2] + own[2]];
          });
          const moved = { ...build.vehicle.corners.front, obstacles: [{ ...part, points }] };
          const vehicle = { ...build.vehicle, corners: { ...build.vehicle.corners, front: moved } };
          const [least = 0] = leastOf(
            sweepCorner({ ...sweepInputOf(build, 'front'), vehicle }),
            profile,
            new Float64Array(1),
          );
          if (least < 0) touched++;
        }
        const bin = Math.min(4, Math.floor(said * 5));
        const group = groups.get(bin) ?? { said: 0, happened: 0, count: 0 };
        group.said += said;
        group.happened += touched / truths;
        group.count++;
        groups.set(bin, group);
      }
    }
  }
  const all = [...groups.values()];
  const count = all.reduce((sum, one) => sum + one.count, 0);
  expect(count).toBeGreaterThan(20);
  // Of 70 truths each, a handful of edges in a group: what is said of a group is what happens in it.
  for (const { said, happened, count: edges } of all)
    if (edges >= 4) expect(Math.abs(happened - said) / edges).toBeLessThan(0.09);
  const error = all.reduce((sum, { said, happened }) => sum + happened - said, 0) / count;
  expect(Math.abs(error)).toBeLessThan(0.05);
});
