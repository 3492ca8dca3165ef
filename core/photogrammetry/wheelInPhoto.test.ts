import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demoRound } from '../../demo/photo/demoRound';
import { eyeOf, pixelOf } from '../../demo/photo/world';
import { decodePhoto } from '../../formats/photo/decode';
import { findCards } from '../../formats/photo/findCards';
import { openCv } from '../../formats/photo/openCvNode';
import { demoBuild } from '../../tests/example';
import { mountedProfile, tireOutline } from '../clearance/profile';
import type { Vec } from '../geometry/vec';
import { measureRound } from './measure';
import type { RoundPicture } from './roundInput';
import { archInPhoto, hullOf, pixelIn, ringOf, wheelInPhoto } from './wheelInPhoto';

test('the wheel is drawn into the demo pictures within two pixels of where it truly is', async () => {
  const build = demoBuild('marten-1-tires-only');
  const { world, shots, round, truth } = demoRound(build);
  const { cv } = await openCv();
  const pictures: RoundPicture[] = [];
  for (const { name } of shots) {
    const photo = await decodePhoto(
      readFileSync(join(import.meta.dirname, '..', '..', 'demo', 'photo-round', name)),
    );
    if (!photo.ok) throw new Error(photo.message);
    const { width, height } = photo.value.grey;
    pictures.push({ name, width, height, found: findCards(cv, photo.value.grey) });
  }
  const measured = measureRound(round, pictures);
  if (!measured.ok) throw new Error(measured.faults[0]?.message);
  const { camera, views, points } = measured.value;
  const profile = mountedProfile(build.package, build.package.spacerMm);
  const spin: Vec = [0.1, Math.sqrt(1 - 0.01 - 0.0004), 0.02];
  const hub: Vec = [4, -3, 60];
  let worst = 0;
  let looked = 0;
  for (const view of views) {
    const shot = shots.find(({ name }) => name === view.name);
    if (!shot) throw new Error(`${view.name} is no picture`);
    const eye = eyeOf(shot, world.side);
    for (const [a, r] of tireOutline(profile, 4))
      for (const point of ringOf(hub, spin, a, r)) {
        const is = pixelOf(world, eye, point);
        const drawn = pixelIn(camera, view, point);
        if (
          !is ||
          !drawn ||
          is[0] < 0 ||
          is[1] < 0 ||
          is[0] > world.camera.width ||
          is[1] > world.camera.height
        )
          continue;
        looked++;
        worst = Math.max(worst, Math.hypot(is[0] - drawn[0], is[1] - drawn[1]));
      }
    const wheel = wheelInPhoto(camera, view, { hub, spin }, profile);
    expect(wheel?.outline.length).toBeGreaterThan(40);
    // Nothing of this wheel stands out of the fender; all of it would out of an edge far inboard.
    expect(wheelInPhoto(camera, view, { hub, spin }, profile, 400)?.out).toEqual([]);
    expect(wheelInPhoto(camera, view, { hub, spin }, profile, -900)?.out).toEqual(wheel?.outline);
    const edge = points
      .filter(({ obstacle }) => obstacle === 'fender-lip')
      .map(({ xMm, yMm, zMm }): Vec => [xMm, yMm, zMm]);
    expect(archInPhoto(camera, view, edge)?.length).toBe(edge.length + 2);
  }
  expect(views.length).toBe(12);
  expect(looked).toBeGreaterThan(10_000);
  expect(worst).toBeLessThan(2);
  // The truth is of this vehicle: a lip card's point falls on its card.
  expect(truth.size).toBeGreaterThan(30);
});

test('a hull holds every point, turns one way, and is its own hull', () => {
  const pixel = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }));
  fc.assert(
    fc.property(fc.array(pixel, { minLength: 3, maxLength: 40 }), (points) => {
      const hull = hullOf(points);
      if (hull.length < 3) return;
      hull.forEach((a, i) => {
        const b = hull[(i + 1) % hull.length] ?? a;
        for (const p of points)
          expect((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])).toBeGreaterThanOrEqual(0);
      });
      expect(hullOf(hull)).toHaveLength(hull.length);
    }),
  );
});
