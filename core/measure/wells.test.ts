import type { WellShape } from '../format/names';
import { START } from '../../tests/starter';
import { expect, test } from 'vitest';
import { assess } from '../assess';
import type { Vehicle } from '../format/build';
import { starterFile } from '../vehicle/starter';
import { takeReading } from './take';
import { readBuild } from '../format/read';

/** What a round of nine readings in each kind of well came to: least gap in mm, and the lock and travel of its pose. */
type Stored = Record<
  'fender-lip' | 'liner' | 'seam',
  readonly [gapMm: number, lockDeg: number, travelMm: number]
>;
const STORED: Record<WellShape, Stored> = {
  round: { 'fender-lip': [1.33, 10.52, 95], liner: [-7.85, -9.07, 95], seam: [32.74, 12.46, -95] },
  squared: { 'fender-lip': [10.24, 16.97, 95], liner: [-3.45, -10.87, 95], seam: [32.74, 12.46, -95] },
  closing: { 'fender-lip': [10.3, 16.97, 95], liner: [-7.85, -9.07, 95], seam: [32.74, 12.46, -95] },
  'flat-topped': { 'fender-lip': [-22.89, 15.14, 95], liner: [-3.36, -10.89, 95], seam: [32.74, 12.46, -95] },
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
    return { ...now, corners: { ...now.corners, front: taken.value } };
  }, read.value.vehicle);
  const tire = { code: '265/75R16 116T', pattern: 'all-terrain' as const };
  const { package: pack, use } = read.value;
  return assess({ ...read.value, vehicle, package: { ...pack, tire }, use: { ...use, zone: 'trail' } });
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
