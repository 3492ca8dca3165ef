import { expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { withCorner } from '../vehicle/withCorner';
import type { PhotoPoint } from '../photogrammetry/measure';
import { heldAgainst, offWhatStands } from './heldAgainst';

const { vehicle } = demoBuild('marten-1-tires-only');
const lip = vehicle.corners.front.obstacles.find(({ id }) => id.startsWith('fender-lip'));
if (!lip) throw new Error('the demo has a lip');

/** The lip's own points, each so much farther from the axle as seen from the side. */
const farther = (mm: number): PhotoPoint[] =>
  lip.points.map(([x, y, z], i) => {
    const k = 1 + mm / Math.hypot(x, z);
    return {
      id: 16 + i,
      obstacle: 'fender-lip',
      xMm: x * k,
      yMm: y,
      zMm: z * k,
      sigmaMm: [0.2, 0.1, 0.2],
      photos: 5,
      flags: [],
    };
  });
const measuredLip = withCorner(vehicle, 'front', {
  ...vehicle.corners.front,
  obstacles: vehicle.corners.front.obstacles.map((one) =>
    one === lip ? { ...one, estimated: [], tapeErrorMm: 3 } : one,
  ),
});

test('a round that has every point farther out says by how much, no surer than the tape was', () => {
  const [off] = heldAgainst(measuredLip, 'front', { points: farther(1.5) });
  // The nearest place of a line that bends is a little nearer than the way straight out.
  expect(off?.mm).toBeGreaterThan(1.2);
  expect(off?.mm).toBeLessThan(1.51);
  expect(off?.spreadMm).toBeCloseTo(Math.hypot(3, 0.2), 6);
  expect(heldAgainst(measuredLip, 'front', { points: farther(0) })[0]?.mm).toBeCloseTo(0, 6);
  expect(heldAgainst(measuredLip, 'front', { points: farther(-1) })[0]?.mm).toBeLessThan(0);
});

test('what was estimated, photographed, or is not sure is no measure', () => {
  const guessed = withCorner(vehicle, 'front', {
    ...vehicle.corners.front,
    obstacles: vehicle.corners.front.obstacles.map((one) => (one === lip ? { ...one, estimated: [0] } : one)),
  });
  expect(offWhatStands(guessed, 'front', { points: farther(1) })).toMatchObject([{ by: 'estimate' }]);
  expect(heldAgainst(guessed, 'front', { points: farther(1) })).toEqual([]);
  const photographed = {
    ...measuredLip,
    readings: [
      {
        path: `corners.front.obstacles.${lip.id}`,
        device: 'photographs, left',
        simulated: false,
        at: '2026-11-30T08:00:00Z',
      },
    ],
  };
  expect(offWhatStands(photographed, 'front', { points: farther(1) })).toMatchObject([{ by: 'photographs' }]);
  expect(heldAgainst(photographed, 'front', { points: farther(1) })).toEqual([]);
  const doubtful = farther(1).map((one) => ({ ...one, flags: ['two poses' as const] }));
  expect(offWhatStands(measuredLip, 'front', { points: doubtful })).toEqual([]);
});
