import { describe, expect, test } from 'vitest';
import { demoBuild, example, exampleFile, obstacle, checked } from '../tests/example';
import { assess } from './assess';
import type { Build, BuildFile } from './format/build';
import { curesFor } from './clearance/cures/cures';
import { cureAmount, sentenceOf, sideWords } from './verdict';

const sentence = (build: Build, cured = false): string =>
  sentenceOf(build, assess(build), cured ? curesFor(build).flatMap(({ cures }) => cures) : [], 'metric');

const made = (change: (file: BuildFile) => void): Build => {
  const file = exampleFile();
  change(file);
  return checked(file);
};

describe('the sentence names', () => {
  test('both sides where one was measured for both', () =>
    expect(sentence(demoBuild('rook-1-long-tour'))).toMatch(
      / mm (up|down), on both sides\.( Grown in service: [^.]*\.)?$/,
    ));

  test('the side that was measured apart', () => {
    const build = example({
      front: {
        obstacles: [
          obstacle([[395, -20, 0]], { id: 'a', label: 'bumper corner', side: 'right' }),
          obstacle([[420, -20, 0]], { id: 'b', label: 'bumper corner', side: 'left' }),
        ],
      },
    });
    expect(sentence(build)).toContain('the right bumper corner');
    expect(sentence(build)).not.toContain('both sides');
    expect(sideWords('both')).toBe('');
  });

  test('the zone of the shop', () => {
    const build = demoBuild('rook-1-long-tour');
    const own = {
      ...build,
      use: { ...build.use, zoneLimits: { label: 'forest road', bump: 0.5, lock: 0.4 } },
    };
    expect(sentence(own)).toContain('clears everything in the forest road zone');
  });

  test('the worse axle, by its grade before its gap', () => {
    const build = made((file) => {
      // The rear is met and may be trimmed; the front is met by less and may not.
      file.vehicle.corners.rear.obstacles = [
        obstacle([[-370, -20, 0]], { id: 'r', label: 'flap', cutMm: 80, carrier: 'frame' }),
      ];
      file.vehicle.corners.front.obstacles = [
        obstacle([[380, -20, 0]], { id: 'f', label: 'rail', material: 'structure', carrier: 'frame' }),
      ];
    });
    const { fit } = assess(build);
    expect([fit.front.grade, fit.rear.grade]).toEqual(['blocked', 'trim']);
    expect(sentence(build)).toContain('Front tire meets the rail');
  });

  test('an axle over its rating, before anything that is met', () => {
    const build = made((file) => {
      file.vehicle.ratingsKg = { front: 900 };
    });
    expect(assess(build).grade).toBe('blocked');
    expect(sentence(build)).toBe(
      'The front axle carries 1000 kg, 100 kg over its rating of 900 kg. Take weight off it; a rating is never exceeded.',
    );
  });

  test('the two cheapest cures, each with its unit', () => {
    expect(sentence(demoBuild('holloway-2-tires-and-lift'), true)).toMatch(
      /\. 1° less lock or \d+ mm lower bump stop frees it\.$/,
    );
    expect(cureAmount('lock-stop', 2.5, 'inch')).toBe('2.5°');
    expect(cureAmount('spring', 25.4, 'inch')).toBe('1 in');
  });

  test('that nothing that was tried frees it', () =>
    expect(
      sentence(
        example({
          front: { obstacles: [obstacle([[0, -20, 250]], { carrier: 'upright', material: 'brake' })] },
        }),
        true,
      ),
    ).toContain('No single change that was tried frees it.'));
});

describe('what the format takes beside its first keys', () => {
  const fault = (change: (file: BuildFile) => void): string => {
    try {
      made(change);
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };

  test.each([
    [
      'an estimated point that is not there',
      (file: BuildFile) => {
        const [first] = file.vehicle.corners.front.obstacles;
        if (first) first.estimated = [4];
      },
      'estimated.0: 4 is no point of this obstacle; it has 0 to 0',
    ],
    [
      'a side that is none',
      (file: BuildFile) => {
        const [first] = file.vehicle.corners.front.obstacles;
        if (first) (first as { side: string }).side = 'top';
      },
      'side: "top" is not one of left, right',
    ],
    [
      'bushings that would let the wheel run away',
      (file: BuildFile) => {
        file.vehicle.corners.front.suspension.complianceMm = 90;
      },
      'complianceMm: 90 is out of range; give 0 to 40 mm',
    ],
    [
      'a lock stop of nothing',
      (file: BuildFile) => {
        file.package.lockStopDeg = 0;
      },
      'package.lockStopDeg: 0 is out of range; give 1 to 60 °',
    ],
    [
      'a rub policy of its own',
      (file: BuildFile) => {
        (file.use as { rub: string }).rub = 'anything';
      },
      'use.rub: "anything" is not one of none, liner-kiss',
    ],
    [
      'a gap in a pose that no wheel has',
      (file: BuildFile) => {
        file.vehicle.corners.front.measured = {
          readings: [],
          gaps: [{ obstacle: 'front-thing', lockDeg: 80, gapMm: 10 }],
        };
      },
      'measured.gaps.0.lockDeg: 80 is out of range; give -60 to 60 °',
    ],
    [
      'a misspelt key of a reading',
      (file: BuildFile) => {
        file.vehicle.corners.front.measured = {
          readings: [{ reading: 'lip-12', valueMM: 500 } as unknown as { reading: string; valueMm: number }],
        };
      },
      'did you mean "valueMm"?',
    ],
  ])('%s is refused by name', (_what, change, words) => expect(fault(change)).toContain(words));

  test('all of it together is a build, and means the same without', () => {
    const plain = exampleFile();
    const full = made((file) => {
      file.use = { ...file.use, rub: 'none', tire: 'new', rideSpreadMm: 5 };
      file.vehicle.corners.front.measured = { shape: 'round' };
    });
    expect(assess(full).fit).toEqual(assess(checked(plain)).fit);
  });
});
