import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { clearanceAt, nearestAt } from '../clearance/at';
import { profileOf } from '../clearance/profile';
import { tireSize } from '../tire/size';
import { compareTakenOver, takenOverBuild } from './compare';
import { expectationOf } from './expectation';
import { placeOf } from './predict';
import { reconcile } from './reconcile';
import type { TestReading } from '../format/testFit';

const build = demoBuild('halyard-3-wide-and-tall');
const reading = (more: Partial<TestReading> = {}): TestReading => ({
  axle: 'front',
  side: 'left',
  direction: 'forward',
  stance: 'crossed',
  lockDeg: 15,
  travelMm: -70,
  obstacle: 'seam',
  errorMm: 2,
  ...more,
});

describe('before and after', () => {
  test('are alike where the readings say what was predicted', () => {
    const predicted = expectationOf(build, reading())?.clearanceMm ?? NaN;
    const marks = [reading({ mark: 'cut' })];
    expect(predicted).toBeLessThan(0);
    const [front, rear] = compareTakenOver(build, reconcile(build, marks), marks);
    expect(front?.after.grade).toBe(front?.before.grade);
    expect(front?.after.leastClearanceMm).toBeCloseTo(front?.before.leastClearanceMm ?? NaN, 1);
    expect(rear?.after.leastClearanceMm).toBeCloseTo(rear?.before.leastClearanceMm ?? NaN, 1);
  });

  test('a thing that stands nearer than measured comes nearer in the assessment, and is surer', () => {
    const place = reading({ lockDeg: 0, travelMm: 0, obstacle: 'liner' });
    const predicted = expectationOf(build, place)?.clearanceMm ?? NaN;
    const readings = [
      { ...place, gapMm: Math.max(0, predicted - 12) },
      {
        ...place,
        travelMm: 30,
        gapMm: Math.max(0, (expectationOf(build, { ...place, travelMm: 30 })?.clearanceMm ?? NaN) - 12),
      },
    ];
    const reconciled = reconcile(build, readings);
    const after = takenOverBuild(build, reconciled, readings);
    const of = (which: typeof build) =>
      assess(which).fit.front.byObstacle.find(({ obstacle }) => obstacle === 'liner');
    expect(of(after)?.leastClearanceMm).toBeLessThan(of(build)?.leastClearanceMm ?? NaN);
    expect(of(after)?.spreadParts.tapeMm).toBeLessThan(of(build)?.spreadParts.tapeMm ?? NaN);
    const [front] = compareTakenOver(build, reconciled, readings);
    expect(front?.before.leastClearanceMm).toBe(assess(build).fit.front.leastClearanceMm);
    expect(front?.after.leastClearanceMm).toBe(assess(after).fit.front.leastClearanceMm);
  });
});

describe('the place of a reading', () => {
  const corner = build.vehicle.corners.front;
  const seam = corner.obstacles.find(({ id }) => id === 'seam');
  const { tire, wheel, spacerMm, lift } = build.package;
  const profile = profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
  const pose = { lift: lift.front, lockDeg: 15, hubMm: -20 };

  test('is the point of its obstacle that is nearest, and no point of it is nearer', () => {
    if (!seam) throw new Error('the demo has a seam');
    const { mm, at } = nearestAt(corner, seam, pose, profile)([0, 0, 0]);
    expect(clearanceAt(corner, seam, pose, profile)([0, 0, 0])).toBe(mm);
    for (const point of seam.points)
      expect(
        clearanceAt(corner, { ...seam, points: [point] }, pose, profile)([0, 0, 0]),
      ).toBeGreaterThanOrEqual(mm - 1e-9);
    // On the line that was measured, not beside it.
    const [x, , z] = at;
    const near = Math.min(...seam.points.map((point) => Math.hypot(point[0] - x, point[2] - z)));
    expect(near).toBeLessThan(150);
  });

  test('is none where the vehicle has no such thing', () => {
    expect(placeOf(build, reading())).not.toBeNull();
    expect(placeOf(build, reading({ obstacle: 'no such' }))).toBeNull();
  });

  test('moves with the pose along a thing that is long', () => {
    const lip = (lockDeg: number) =>
      placeOf(build, reading({ obstacle: 'fender-lip', lockDeg, travelMm: 0 }));
    expect(lip(30)).not.toEqual(lip(-30));
  });
});
