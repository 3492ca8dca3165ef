import { START } from '../../tests/starter';
import { expect, test } from 'vitest';
import { assess } from '../assess';
import { type Vehicle } from '../format/build';
import { starterFile } from '../vehicle/starter';
import type { WellShape } from '../format/measured';
import { takeReading } from './take';
import { readBuild } from '../format/read';

/** What a round of nine readings in each kind of well came to: least gap in mm, and the lock and travel of its pose. */
type Stored = Record<
  'fender-lip' | 'liner' | 'seam',
  readonly [gapMm: number, lockDeg: number, travelMm: number]
>;
const STORED: Record<WellShape, Stored> = {
  round: { 'fender-lip': [21.79, 20.92, 95], liner: [14.13, 20.92, 95], seam: [35.31, 10.88, -95] },
  squared: { 'fender-lip': [44.06, 20.92, 95], liner: [23.39, 20.92, 95], seam: [35.31, 10.88, -95] },
  closing: { 'fender-lip': [35.22, 20.92, 95], liner: [14.13, 20.92, 95], seam: [35.31, 10.88, -95] },
  'flat-topped': { 'fender-lip': [12.56, 20.92, 95], liner: [23.68, 20.92, 95], seam: [35.31, 10.88, -95] },
};

const ROUND = [
  ['across-12', 112],
  ['lip-12', 508],
  ['lip-3h-ahead', 492],
  ['lip-4h-behind', 488],
  ['liner-depth', 48],
  ['liner-12', 496],
  ['seam-behind', 455],
  ['seam-below', 230],
  ['seam-across', 4],
] as const;

function measured(shape: WellShape) {
  const read = readBuild(starterFile({ ...START, shape }));
  if (!read.ok) throw new Error(read.faults[0]?.message);
  const vehicle = ROUND.reduce<Vehicle>((now, [reading, valueMm]) => {
    const taken = takeReading(now, 'front', { reading, side: 'left', valueMm });
    if (!taken.ok) throw new Error(taken.fault.message);
    return { ...now, corners: { ...now.corners, front: taken.corner } };
  }, read.build.vehicle);
  const tire = { code: '265/75R16 116T', pattern: 'all-terrain' as const };
  const { package: pack, use } = read.build;
  return assess({ ...read.build, vehicle, package: { ...pack, tire }, use: { ...use, zone: 'trail' } });
}

test.each(Object.entries(STORED) as [WellShape, Stored][])(
  'a %s well, read in ten minutes',
  (shape, stored) => {
    const { byObstacle } = measured(shape).fit.front;
    for (const [id, [gapMm, lockDeg, travelMm]] of Object.entries(stored)) {
      const found = byObstacle.find(({ obstacle }) => obstacle === id);
      expect(found?.leastClearanceMm).toBeCloseTo(gapMm, 1);
      expect(found?.lockDeg).toBeCloseTo(lockDeg, 1);
      expect(found?.travelMm).toBeCloseTo(travelMm, 1);
    }
    // The seam was read whole; most of the lip still is the shape's.
    expect(byObstacle.find(({ obstacle }) => obstacle === 'seam')?.guessed).toBe(false);
    expect(byObstacle.find(({ obstacle }) => obstacle === 'fender-lip')?.guessed).toBe(true);
  },
);
