import { SHAPES } from '../format/names';
import { describe, expect, test } from 'vitest';
import { assess } from '../assess';
import { START } from '../../tests/starter';
import { starterFile } from './starter';
import { starterSchema } from '../format/starter';
import { readBuild } from '../format/read';

describe('a vehicle to begin with', () => {
  test.each([...SHAPES])(
    'in a %s well is a whole build whose own tire clears, all of it estimated',
    (shape) => {
      for (const tireCode of ['205/70R15 96H', '245/75R16 111S', '275/65R18 116T']) {
        const read = readBuild(starterFile({ ...START, tireCode, shape }));
        if (!read.ok)
          throw new Error(read.faults.map(({ path, message }) => `${path} ${message}`).join('\n'));
        const { fit } = assess(read.value);
        for (const axle of ['front', 'rear'] as const) {
          expect(fit[axle].byObstacle.every(({ guessed }) => guessed)).toBe(true);
          expect(fit[axle].leastClearanceMm).toBeGreaterThan(-15);
        }
      }
    },
  );

  test('says which field cannot be', () => {
    const faults = starterSchema.safeParse({ ...START, tireCode: '7.50R16', trackMm: 12 });
    const said = faults.error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('\n');
    expect(said).toContain('carries no diameter');
    expect(said).toContain('trackMm: 12 is out of range; give 800 to 3500 mm');
  });
});

test('what may be cut is what was said by material, nothing where nothing was said, and never what is never cut', () => {
  const said = { liner: 25, plastic: 30, sheet: 8, seam: 0 };
  const corners = (mayCutMm?: typeof said) =>
    Object.values(starterFile({ ...START, ...(mayCutMm ? { mayCutMm } : {}) }).vehicle.corners).flatMap(
      ({ obstacles }) => obstacles,
    );
  for (const { material, cutMm } of corners(said))
    expect(cutMm).toBe(material in said ? said[material as keyof typeof said] : 0);
  expect(new Set(corners(said).map(({ material }) => material)).size).toBeGreaterThan(5);
  for (const { cutMm } of corners()) expect(cutMm).toBe(0);
  expect(readBuild(starterFile({ ...START, mayCutMm: said })).ok).toBe(true);
  expect(starterSchema.safeParse({ ...START, mayCutMm: { structure: 5 } }).success).toBe(false);
});
