import fc from 'fast-check';
import { expect, test } from 'vitest';
import { obstacle } from '../../tests/example';
import { builds, number } from '../../tests/randomBuilds';
import { deriveFigures } from '../figures';
import { sweepAll, sweepCorner, sweepInputOf } from './corner';
import { nearPoses } from './kernel';
import { POSE_STRIDE } from './poses';
import { clearance, sectionOf } from './section';

type Point = [number, number, number];

/** Lines that wander about near the tread and the shoulders, where a run may lie along the wheel or stand up from it. */
const lines = fc
  .record({
    angle: number(-1, 4),
    radius: number(330, 470),
    y: number(-200, 160),
    steps: fc.array(fc.tuple(number(-5, 5), number(-5, 5), number(-5, 5)), { minLength: 1, maxLength: 40 }),
    bias: fc.tuple(number(-4, 4), number(-4, 4), number(-4, 4)),
  })
  .map(({ angle, radius, y, steps, bias }) => {
    const line: Point[] = [[radius * Math.cos(angle), y, radius * Math.sin(angle)]];
    for (const step of steps) {
      const last = line.at(-1)!;
      line.push([last[0] + step[0] + bias[0], last[1] + step[1] + bias[1], last[2] + step[2] + bias[2]]);
    }
    return line;
  });

test('what a sweep passes over is nowhere the least, and no pose that comes near is left out', () => {
  const SLACK_MM = 6;
  let recorded = 0;
  fc.assert(
    fc.property(builds, fc.array(lines, { minLength: 1, maxLength: 3 }), (build, found) => {
      const input = sweepInputOf(build, 'front');
      const { corners } = input.vehicle;
      const front = { ...corners.front, obstacles: found.map((line, i) => obstacle(line, { id: `o${i}` })) };
      const corner = sweepCorner({
        ...input,
        moves: [],
        removed: [],
        vehicle: { ...input.vehicle, corners: { ...corners, front } },
      });
      const { flat, poseSets, inZone } = corner;
      const { profile } = deriveFigures(build).package;
      const near = poseSets.map(() => nearPoses(inZone.length, flat.count, SLACK_MM));
      const swept = sweepAll(corner, profile, new Float64Array(flat.count), undefined, near);
      const section = sectionOf(profile);
      for (let i = 0; i < flat.count; i++) {
        const each = poseSets.map((set) =>
          Array.from(inZone, (_, pose) => {
            const lift = flat.rise[i]! + flat.follow[i]! * set[pose * POSE_STRIDE + 6]!;
            let mm = Infinity;
            for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3)
              mm = Math.min(
                mm,
                clearance(
                  section,
                  set,
                  pose * POSE_STRIDE,
                  flat.xyz[q]!,
                  flat.xyz[q + 1]!,
                  flat.xyz[q + 2]!,
                  lift,
                ),
              );
            return mm;
          }),
        );
        const least = Math.min(...each.flatMap((list) => list.filter((_, pose) => inZone[pose] === 1)));
        expect(swept.least[i]).toBeCloseTo(least, 9);
        each.forEach((list, w) => {
          const { pose, lowMm, count } = near[w]!;
          const told = new Map(
            Array.from({ length: count[i]! }, (_, k) => [pose[i]![k]!, lowMm[i]![k]!] as const),
          );
          recorded += told.size;
          told.forEach((low, at) => expect(low).toBeLessThanOrEqual(list[at]! + 1e-9));
          list.forEach((mm, at) => {
            if (inZone[at] === 1 && mm < least + SLACK_MM - 1e-6) expect(told.has(at)).toBe(true);
          });
        });
      }
    }),
    { numRuns: 60 },
  );
  expect(recorded).toBeGreaterThan(0);
});
