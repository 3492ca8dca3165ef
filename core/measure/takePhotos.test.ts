import { expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { linkageOf } from '../clearance/linkage';
import { POSE_STRIDE, writePose } from '../clearance/poses';
import { NO_LIFT } from '../vehicle/asDelivered';
import { withCorner } from '../vehicle/withCorner';
import type { PhotoMeasurement, PhotoPoint } from '../photogrammetry/measure';
import { takePhotos } from './takePhotos';
import { takeReading } from './take';

const build = demoBuild('marten-1-tires-only');
const { vehicle } = build;
const point = (
  id: number,
  obstacle: string,
  at: readonly number[],
  more: Partial<PhotoPoint> = {},
): PhotoPoint => ({
  id,
  obstacle,
  xMm: at[0] ?? 0,
  yMm: at[1] ?? 0,
  zMm: at[2] ?? 0,
  sigmaMm: [0.16, 0.21, 0.17],
  photos: 6,
  flags: [],
  ...more,
});
const round = (points: PhotoPoint[], more: Partial<PhotoMeasurement> = {}): PhotoMeasurement => ({
  camera: { focalPx: 1500, cx: 1000, cy: 750, k1: 0, k2: 0 },
  photos: [],
  points,
  hub: [],
  steering: null,
  path: [],
  residualPx: 0.1,
  hubAboveGroundMm: null,
  plateCamberDeg: { value: 0, sigma: 0.01 },
  checks: [],
  views: [],
  ...more,
});
const lip = vehicle.corners.front.obstacles.find(({ id }) => id === 'fender-lip');
const lipPoints = (lip?.points ?? []).map((at, i) => point(16 + i, 'fender-lip', [at[0], at[1] + 2, at[2]]));

test('a part is where it was photographed, as sure as that is, and the sweep follows', () => {
  const taken = takePhotos(vehicle, 'front', 'left', round(lipPoints));
  const moved = taken.corner.obstacles.find(
    ({ id }) => id.startsWith('fender-lip') && id !== 'fender-lip-right',
  );
  expect(moved?.points[3]).toEqual([
    lip?.points[3]?.[0],
    (lip?.points[3]?.[1] ?? 0) + 2,
    lip?.points[3]?.[2],
  ]);
  expect(moved?.tapeErrorMm).toBe(0.3);
  expect(moved?.estimated).toBeUndefined();
  expect(taken.things).toEqual([{ id: moved?.id, points: lipPoints.length, errorMm: 0.3 }]);
  const after = assess({ ...build, vehicle: withCorner(vehicle, 'front', taken.corner) });
  expect(after.fit.front.byObstacle.some(({ obstacle }) => obstacle === moved?.id)).toBe(true);
});

test('one side stands for both until the other is measured; then each has its own', () => {
  const read = takeReading(vehicle, 'front', { reading: 'lip-12', side: 'left', valueMm: 450 });
  const before = read.ok ? withCorner(vehicle, 'front', read.value) : vehicle;
  const taken = takePhotos(before, 'front', 'right', round(lipPoints));
  const own = taken.corner.obstacles.filter(({ id }) => id.startsWith('fender-lip'));
  expect(own.map(({ side }) => side).sort()).toEqual(['left', 'right']);
  expect(own.find(({ side }) => side === 'right')?.tapeErrorMm).toBe(0.3);
  expect(own.find(({ side }) => side === 'left')?.points).toEqual(
    before.corners.front.obstacles.find(({ id }) => id === 'fender-lip')?.points,
  );
});

test('what nobody knows places nothing; a part that the well does not have is named', () => {
  const unsure = lipPoints.map((one, i) => ({
    ...one,
    flags: i < 2 ? (['two poses'] as const) : i === 2 ? (['disagrees'] as const) : [],
  })) as PhotoPoint[];
  const taken = takePhotos(vehicle, 'front', 'left', round([...unsure, point(90, 'wing-mirror', [0, 0, 0])]));
  expect(taken.things[0]?.points).toBe(lipPoints.length - 3);
  expect(taken.unknown).toEqual(['wing-mirror']);
});

test('a part of which only a piece was photographed stays as it was, and is named', () => {
  const piece = takePhotos(vehicle, 'front', 'left', round(lipPoints.slice(0, 7)));
  expect(piece.things).toEqual([]);
  expect(piece.short).toEqual(['fender-lip']);
  expect(piece.corner.obstacles).toEqual(vehicle.corners.front.obstacles);
});

test('the steering axis and the path go in where the corner can have them', () => {
  const sigma = {
    kpiDeg: 0,
    casterDeg: 0,
    kingpinMm: 0,
    kingpinForeAftMm: 0,
    lockInsideDeg: 0,
    lockOutsideDeg: 0,
  };
  const steering = {
    kpiDeg: 12.987,
    casterDeg: 4.004,
    kingpinMm: 52.04,
    kingpinForeAftMm: 0.02,
    lockInsideDeg: null,
    lockOutsideDeg: 32.96,
    sigma,
  };
  const row = {
    state: 'bump',
    hMm: 61.04,
    xMm: -2,
    yMm: -6.02,
    camberDeg: -1.204,
    casterDeg: 0.3,
    toeDeg: 0.6,
    sigma: { hMm: 0, xMm: 0, yMm: 0, camberDeg: 0, casterDeg: 0, toeDeg: 0 },
  };
  const all = round(lipPoints, { steering, path: [row] });
  const front = takePhotos(vehicle, 'front', 'left', all);
  expect(front.corner.steering).toEqual({
    kpiDeg: 12.99,
    casterDeg: 4,
    kingpinMm: 52,
    kingpinForeAftMm: 0,
    // A lock that was not photographed stays as it was read.
    lockInsideDeg: vehicle.corners.front.steering?.lockInsideDeg,
    lockOutsideDeg: 33,
  });
  expect(front.corner.suspension.path).toHaveLength(2);
  expect(front.corner.suspension.path?.[0]).toEqual({ hMm: 0, xMm: 0, yMm: 0, camberDeg: 0 });
  expect(front.corner.suspension.path?.[1]).toMatchObject({ camberDeg: -1.2, casterDeg: 0.3, toeDeg: 0.6 });
  // The sweep puts the hub where it was photographed, toe and camber and all.
  const [, raised] = front.corner.suspension.path ?? [];
  const pose = new Float64Array(POSE_STRIDE);
  writePose(
    pose,
    0,
    front.corner.steering,
    linkageOf(front.corner.suspension),
    NO_LIFT,
    0,
    raised?.hMm ?? NaN,
  );
  [row.xMm, row.yMm, row.hMm].forEach((at, i) => expect(Math.abs((pose[i] ?? NaN) - at)).toBeLessThan(0.11));
  const { steering: _, ...unsteered } = vehicle.corners.front;
  expect(takePhotos(withCorner(vehicle, 'front', unsteered), 'front', 'left', all).steering).toBe(false);
});
