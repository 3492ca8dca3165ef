import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../../tests/example';
import type { Build } from '../../format/build';
import { cutDepths, leastOf, sweepCorner, sweepInputOf } from '../corner';
import { decidingProfile } from '../profile';
import { changed, TRYING, type ScannedKind } from './kinds';
import { meetingOf } from './meeting';
import { canStand } from './trial';

const leastOn = (build: Build): Float64Array =>
  leastOf(
    sweepCorner(sweepInputOf(build, 'front')),
    decidingProfile(build.package, build.use),
    cutDepths(build.vehicle.corners.front.obstacles, build.package.cuts),
  );
const coarse = (name: string, more: Partial<Build['use']> = {}): Build => {
  const build = demoBuild(name);
  return { ...build, use: { ...build.use, grid: { lock: 15, travel: 9 }, ...more } };
};

describe('whether a change brings parts to their goals', () => {
  const builds: [string, Build][] = [
    ['tall', coarse('halyard-1-tall-and-narrow')],
    ['spacers, judged as it grows', coarse('marten-2-tires-and-spacers', { tire: 'grown' })],
    ['remote, in the whole zone', coarse('rook-2-remote-plots', { zone: 'all' })],
  ];
  const kinds = Object.keys(TRYING) as ScannedKind[];
  test.each(builds)('%s: the same as a sweep of each package, in whatever order it is asked', (_, build) => {
    const { marginMm } = build.use;
    const goals = new Float64Array(build.vehicle.corners.front.obstacles.length).fill(marginMm);
    const asked = fc.record({
      kind: fc.constantFrom(...kinds),
      share: fc.integer({ min: 0, max: 20 }),
      which: fc.uniqueArray(fc.nat({ max: goals.length - 1 }), { minLength: 1 }),
    });
    let [met, missed] = [0, 0];
    fc.assert(
      fc.property(fc.array(asked, { minLength: 12, maxLength: 12 }), (list) => {
        const meets = meetingOf(build, 'front', goals);
        for (const { kind, share, which } of list) {
          const { upTo, exact } = TRYING[kind];
          const amount = Math.round((upTo * share) / 20 / exact) * exact;
          const after = { ...build, package: changed(build, 'front', kind, amount) };
          const least = canStand(build, 'front', after.package) ? leastOn(after) : null;
          const expected = least !== null && which.every((i) => least[i]! >= goals[i]! - 1e-9);
          expect(meets(kind, amount, which), `${kind} ${amount}: ${which.join()}`).toBe(expected);
          if (expected) met++;
          else missed++;
        }
      }),
      { numRuns: 12 },
    );
    // Both answers were asked for, or nothing was tested.
    expect(met).toBeGreaterThan(5);
    expect(missed).toBeGreaterThan(5);
  });
});
