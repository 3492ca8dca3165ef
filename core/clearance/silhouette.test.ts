import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../../tests/example';
import { builds, number } from '../../tests/randomBuilds';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { tireSize } from '../tire/size';
import { cutDepths, sweepAll, sweepCorner, sweepInputOf } from './corner';
import { profileOf, type Profile } from './profile';
import { buildSilhouette, familyOf, judgeSilhouette, silhouettePoints } from './silhouette';

/** Some wheels for one vehicle: taller, wider, on other rims, further in and out. */
const wheels: fc.Arbitrary<
  {
    diameterMm: number;
    widthMm: number;
    rimIn: number;
    widthIn: number;
    offsetMm: number;
    spacerMm: number;
  }[]
> = fc.array(
  fc.record({
    diameterMm: number(680, 950),
    widthMm: number(190, 340),
    rimIn: fc.constantFrom(15, 16, 17, 18),
    widthIn: fc.constantFrom(6, 7.5, 9),
    offsetMm: number(-50, 60),
    spacerMm: fc.constantFrom(0, 30),
  }),
  { minLength: 1, maxLength: 6 },
);

function profilesOf(build: Build, list: typeof wheels extends fc.Arbitrary<infer T> ? T : never): Profile[] {
  return list.map(({ diameterMm, widthMm, rimIn, widthIn, offsetMm, spacerMm }) => {
    const wheel = { ...build.package.wheel, diameterIn: rimIn, widthIn, offsetMm };
    const tire = {
      code: `245/75R${rimIn}`,
      pattern: 'mud' as const,
      overallDiameterMm: diameterMm,
      sectionWidthMm: widthMm,
    };
    return profileOf(tireSize(tire, widthIn), wheel, spacerMm);
  });
}

function compare(build: Build, profiles: readonly Profile[]): void {
  for (const axle of AXLES) {
    const corner = sweepCorner(sweepInputOf(build, axle));
    const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
    const silhouette = buildSilhouette(corner, familyOf(profiles));
    const least = new Float64Array(corner.flat.count);
    for (const profile of profiles) {
      judgeSilhouette(silhouette, profile, cut, least);
      sweepAll(corner, profile, cut).least.forEach((full, i) => {
        // Never less than the sweep: only points that are there are kept. At most a bin more.
        expect(least[i]).toBeGreaterThanOrEqual(full - 1e-9);
        expect(least[i]).toBeLessThanOrEqual(full + 0.05);
      });
    }
  }
}

describe('a silhouette answers as the full sweep does, to 0.05 mm', () => {
  test('random corners and random wheels, every obstacle', () =>
    fc.assert(
      fc.property(builds, wheels, (build, list) => compare(build, profilesOf(build, list))),
      { numRuns: 40 },
    ));

  test('every demo build, with its own wheel and the stock one', () => {
    for (const name of Object.keys(demoTexts)) {
      const build = demoBuild(name);
      const profiles = [build.package, build.vehicle.stock].map(({ tire, wheel }) =>
        profileOf(tireSize(tire, wheel.widthIn), wheel, 0),
      );
      compare(build, profiles);
    }
  });

  test('what is far off, and what stands inside the tire, are kept too', () => {
    fc.assert(
      fc.property(builds, fc.constantFrom(5000, 295), (build, z) => {
        const [first] = build.vehicle.corners.front.obstacles;
        if (first) first.points = [[0, -20, z]];
        compare(
          build,
          profilesOf(build, [
            { diameterMm: 800, widthMm: 250, rimIn: 16, widthIn: 7, offsetMm: 20, spacerMm: 0 },
            { diameterMm: 860, widthMm: 290, rimIn: 17, widthIn: 9, offsetMm: -20, spacerMm: 0 },
          ]),
        );
      }),
      { numRuns: 20 },
    );
  });
});

test('few of the points are left, and more of them for a larger family', () => {
  const build = demoBuild('rook-2-remote-plots');
  const corner = sweepCorner(sweepInputOf(build, 'front'));
  const one = profilesOf(build, [
    { diameterMm: 860, widthMm: 270, rimIn: 17, widthIn: 7.5, offsetMm: 20, spacerMm: 0 },
  ]);
  const many = [
    ...one,
    ...profilesOf(build, [
      { diameterMm: 760, widthMm: 245, rimIn: 16, widthIn: 7.5, offsetMm: -20, spacerMm: 30 },
    ]),
  ];
  const [narrow, wide] = [one, many].map((profiles) =>
    silhouettePoints(buildSilhouette(corner, familyOf(profiles))),
  );
  const folded = (corner.flat.xyz.length / 3) * corner.inZone.length;
  expect(narrow).toBeLessThan(folded / 100);
  expect(wide).toBeGreaterThan(narrow ?? 0);
});

test('a wheel outside the family is refused, not judged wrong', () => {
  const build = demoBuild('rook-2-remote-plots');
  const corner = sweepCorner(sweepInputOf(build, 'front'));
  const [inside, outside] = profilesOf(
    build,
    [20, -60].map((offsetMm) => ({
      diameterMm: 800,
      widthMm: 250,
      rimIn: 16,
      widthIn: 7.5,
      offsetMm,
      spacerMm: 0,
    })),
  );
  if (!inside || !outside) throw new Error('two profiles were asked for');
  const silhouette = buildSilhouette(corner, familyOf([inside]));
  const least = new Float64Array(corner.flat.count);
  expect(() => judgeSilhouette(silhouette, outside, new Float64Array(corner.flat.count), least)).toThrow(
    'outside the silhouette',
  );
});
