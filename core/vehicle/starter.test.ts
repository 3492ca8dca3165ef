import { describe, expect, test } from 'vitest';
import { assess } from '../assess';
import { SHAPES } from '../format/measured';
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
