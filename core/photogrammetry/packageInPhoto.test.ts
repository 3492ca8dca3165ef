import { expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { poseView } from '../clearance/contact';
import { cutDepths, sweepCorner, sweepInputOf } from '../clearance/corner';
import { mountedProfile } from '../clearance/profile';
import type { Build } from '../format/build';
import type { PhotoView } from './measure';
import { packageInPhoto, squarest } from './packageInPhoto';

const CAMERA = { focalPx: 1500, cx: 1000, cy: 750, k1: 0, k2: 0 };
/** From so far outboard of the hub, level with it: forward to the left, up is up. */
const from = (name: string, outboardMm: number): PhotoView => ({
  name,
  toCamera: [-1, 0, 0, 0, 0, -1, 0, -1, 0, 0, 0, outboardMm],
});
const build = demoBuild('halyard-3-wide-and-tall');

function drawn(of: Build, lockDeg: number, travelMm: number) {
  const { vehicle, package: pack } = of;
  const corner = sweepCorner(sweepInputOf(of, 'front'));
  const profile = mountedProfile(pack, pack.spacerMm);
  const made = packageInPhoto({
    measured: { camera: CAMERA, points: [] },
    view: from('a', 2500),
    widthPx: 2000,
    corner,
    profile,
    stock: mountedProfile(vehicle.stock, 0),
    cuts: pack.cuts,
    lockDeg,
    travelMm,
  });
  if (!made) throw new Error('the wheel is in front of the camera');
  const cut = cutDepths(corner.corner.obstacles, pack.cuts);
  return { ...made, pose: poseView(corner, profile, cut, lockDeg, travelMm), corner, profile };
}
const widthOf = (d: string): number => {
  const across = [...d.matchAll(/(-?[\d.]+) -?[\d.]+(?: L| Z)/g)].map(([, u]) => Number(u));
  return Math.max(...across) - Math.min(...across);
};

test('the wheel stands to scale round its hub, as delivered beside it', () => {
  const { layers, profile, arch } = drawn(build, 0, 0);
  expect(arch).toBeUndefined();
  const outline = layers.find(({ id }) => id === 'outline')?.d ?? '';
  const stock = layers.find(({ id }) => id === 'delivered')?.d ?? '';
  // Seen square on, at the depth of its outer shoulder or its middle: within a few in a hundred.
  const px = (2 * profile.tireOuterMm * CAMERA.focalPx) / 2500;
  expect(widthOf(outline) / px).toBeGreaterThan(0.98);
  expect(widthOf(outline) / px).toBeLessThan(1.12);
  expect(widthOf(stock)).toBeLessThan(widthOf(outline));
});

test('what the wheel meets in a pose is inked, place by place; where it is free nothing is', () => {
  const free = drawn(build, 0, 0);
  expect(free.nearest.clearanceMm).toBeGreaterThan(0);
  expect(free.pose.met).toEqual([]);
  expect(free.layers.some(({ id }) => id === 'ink')).toBe(false);
  const { leastClearanceMm, at } = assess(build).fit.front;
  expect(leastClearanceMm).toBeLessThan(0);
  const met = drawn(build, at.lockDeg, at.travelMm);
  const ink = met.layers.find(({ id }) => id === 'ink');
  expect(met.pose.met.length).toBeGreaterThan(0);
  expect(ink?.d.split('M ').length).toBe(met.pose.met.length + 1);
  // The deepest of them is what is nearest.
  expect(met.pose.met).toContainEqual(met.nearest.at);
});

test('the picture that looks at the wheel most squarely is found', () => {
  const slanted: PhotoView = {
    name: 'slanted',
    toCamera: [-0.8, -0.6, 0, 0, 0, -1, 0.6, -0.8, 0, 0, 0, 2500],
  };
  expect(squarest([slanted, from('square', 3000)])?.name).toBe('square');
  expect(squarest([])).toBeUndefined();
});
