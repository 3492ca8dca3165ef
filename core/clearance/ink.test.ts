import fc from 'fast-check';
import { expect, test } from 'vitest';
import { example, obstacle } from '../../tests/example';
import { builds, number } from '../../tests/randomBuilds';
import { cutDepths, sweepAll, sweepCorner, sweepInputOf } from './corner';
import { hubFrame } from './hubFrame';
import { INK_ANGLES, inkOf, inkOutline, inkPlaceWords } from './ink';
import { mountedProfile, sectionClearance, tireDistance } from './profile';

const NEAR_MM = 12;

test('the ink of each part is as deep as the sweep of the same poses finds it, and none is where nothing comes near', () => {
  fc.assert(
    fc.property(builds, (build) => {
      const input = sweepInputOf(build, 'front');
      const profile = mountedProfile(build.package, build.package.spacerMm);
      const ink = inkOf(input, profile, build.package.cuts, NEAR_MM);
      const corner = sweepCorner(input);
      const { least } = sweepAll(corner, profile, cutDepths(corner.corner.obstacles, build.package.cuts));
      corner.corner.obstacles.forEach(({ carrier }, i) => {
        // What turns with the hub stands still beside the wheel: it leaves no mark.
        if (carrier === 'upright') return;
        const places = ink.places.filter((place) => place.obstacle === i);
        const deepest = Math.min(...places.map(({ leastMm }) => leastMm));
        if (least[i]! < NEAR_MM) expect(deepest).toBeCloseTo(least[i]!, 9);
        else expect(places).toEqual([]);
      });
    }),
    { numRuns: 40 },
  );
});

test('a post beside the tread inks the tread where it stands: its own angle and its own place across', () => {
  fc.assert(
    fc.property(number(-170, 170), number(-0.6, 0.6), (angleDeg, across) => {
      fc.pre(Math.abs(angleDeg) > 1);
      const build = example();
      const profile = mountedProfile(build.package, build.package.spacerMm);
      const turn = (angleDeg * Math.PI) / 180;
      const r = profile.tireOuterMm + 4;
      const a = profile.centreMm + across * profile.tireHalfWidthMm;
      fc.pre(tireDistance(profile, a, r) < 8);
      const post = obstacle([[r * Math.cos(turn), a, r * Math.sin(turn)]], { id: 'post', carrier: 'frame' });
      const input = sweepInputOf(build, 'rear');
      const { corners } = input.vehicle;
      // One pose alone: straight ahead at ride height.
      const still = {
        ...input,
        vehicle: {
          ...input.vehicle,
          corners: {
            ...corners,
            rear: {
              suspension: {
                kind: 'independent' as const,
                bumpMm: 1e-6,
                droopMm: 1e-6,
                frontArmMm: null,
                sideArmMm: null,
              },
              obstacles: [post],
            },
          },
        },
        lift: {
          ...input.lift,
          rear: {
            ...input.lift.rear,
            springMm: 0,
            bracketMm: 0,
            bumpStopMm: 0,
            droopGainMm: 0,
            foreAftMm: 0,
            outboardMm: 0,
          },
        },
        sagMm: { front: 0, rear: 0 },
        moves: [],
        removed: [],
        zone: 'all' as const,
        zoneLimits: undefined,
      };
      const { places } = inkOf(still, profile, [], 8);
      expect(places).toHaveLength(1);
      const [place] = places;
      expect(place!.leastMm).toBeCloseTo(sectionClearance(profile, a, r), 3);
      const off = Math.abs(((place!.angle * 360) / INK_ANGLES - angleDeg + 540) % 360) - 180;
      expect(Math.abs(off)).toBeLessThanOrEqual(180 / INK_ANGLES + 1e-6);
      const [oa, or] = inkOutline(profile)[place!.section]!;
      expect(Math.hypot(oa - a, or - r)).toBeLessThan(4 + 18);
    }),
  );
});

test('the hub’s own axes are square to each other and right-handed, level ahead, whatever the spin', () => {
  fc.assert(
    fc.property(number(-0.7, 0.7), number(-0.3, 0.3), (steer, tilt) => {
      const spin = [
        Math.sin(steer) * Math.cos(tilt),
        Math.cos(steer) * Math.cos(tilt),
        Math.sin(tilt),
      ] as const;
      const { ahead, above } = hubFrame(spin);
      const dot = (a: readonly number[], b: readonly number[]): number =>
        a.reduce((sum, value, i) => sum + value * b[i]!, 0);
      for (const [one, other] of [
        [ahead, spin],
        [above, spin],
        [ahead, above],
      ] as const)
        expect(dot(one, other)).toBeCloseTo(0, 12);
      expect(ahead[2]).toBe(0);
      expect(ahead[0]).toBeGreaterThan(0);
      expect(above[2]).toBeGreaterThan(0);
      expect(dot(above, above)).toBeCloseTo(1, 12);
    }),
  );
});

test('places are said as a fitter would: which part of the tire, and where from the hub', () => {
  const build = example();
  const profile = mountedProfile(build.package, build.package.spacerMm);
  const outline = inkOutline(profile);
  const nearest = (a: number, r: number): number =>
    outline.reduce(
      (best, [oa, or], i) =>
        Math.hypot(oa - a, or - r) < Math.hypot(outline[best]![0] - a, outline[best]![1] - r) ? i : best,
      0,
    );
  const { centreMm, tireHalfWidthMm, tireOuterMm, tireInnerMm } = profile;
  const quarter = INK_ANGLES / 4;
  const say = inkPlaceWords;
  expect(say(profile, quarter, nearest(centreMm, tireOuterMm))).toBe(
    'the middle of the tread, above the hub',
  );
  expect(say(profile, 0, nearest(centreMm + tireHalfWidthMm, (tireOuterMm + tireInnerMm) / 2))).toBe(
    'the outer sidewall, ahead of the hub',
  );
  expect(
    say(profile, 2.5 * quarter, nearest(centreMm - tireHalfWidthMm, (tireOuterMm + tireInnerMm) / 2)),
  ).toBe('the inner sidewall, behind the hub and below it');
});
