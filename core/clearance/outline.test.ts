import fc from 'fast-check';
import { expect, test } from 'vitest';
import { example } from '../../tests/example';
import { number } from '../../tests/randomBuilds';
import { nearFace, tireShadow, VIEWS } from './outline';
import { mountedProfile } from './profile';

const profile = mountedProfile(example().package, 0);

test('the near face lies within the outline of the tire, and on its outline’s own side', () => {
  fc.assert(
    fc.property(number(-0.6, 0.6), number(-0.2, 0.2), (steer, tilt) => {
      const spin = [
        Math.sin(steer) * Math.cos(tilt),
        Math.cos(steer) * Math.cos(tilt),
        Math.sin(tilt),
      ] as const;
      for (const view of VIEWS) {
        const outline = tireShadow(profile, [0, 0, 0], spin, view);
        for (const [u, w] of nearFace(profile, [0, 0, 0], spin, view))
          // Within a convex outline: never beyond its farthest point in any direction.
          for (let k = 0; k < 24; k++) {
            const [c, s] = [Math.cos((k * Math.PI) / 12), Math.sin((k * Math.PI) / 12)];
            expect(u * c + w * s).toBeLessThanOrEqual(
              Math.max(...outline.map(([a, b]) => a * c + b * s)) + 0.5,
            );
          }
      }
    }),
    { numRuns: 30 },
  );
});

test('straight ahead it is a circle of the sidewall from the side, and nothing from the front or above', () => {
  const face = nearFace(profile, [0, 0, 0], [0, 1, 0], 'side');
  for (const [x, z] of face)
    expect(Math.hypot(x, z)).toBeCloseTo(profile.tireOuterMm - profile.shoulderMm, 9);
  expect(nearFace(profile, [0, 0, 0], [0, 1, 0], 'front')).toEqual([]);
  expect(nearFace(profile, [0, 0, 0], [0, 1, 0], 'plan')).toEqual([]);
});
