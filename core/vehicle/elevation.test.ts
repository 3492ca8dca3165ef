import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demoBuild, example } from '../../tests/example';
import { builds, number } from '../../tests/randomBuilds';
import { deriveFigures } from '../figures';
import { elevationOf } from './elevation';
import { estimatedWords, heightWords } from './elevationWords';
import { riseMm } from './rise';

test('wheels stand on the ground, a wheelbase apart; what is lifted alike at both ends is lifted everywhere', () => {
  fc.assert(
    fc.property(builds, number(0, 120), (build, springMm) => {
      const lift = {
        front: { ...build.package.lift.front, springMm, bracketMm: 0, bodyMm: 0, foreAftMm: 0 },
        rear: { ...build.package.lift.rear, springMm, bracketMm: 0, bodyMm: 0, foreAftMm: 0 },
      };
      const lifted = { ...build, package: { ...build.package, lift, sagMm: { front: 0, rear: 0 } } };
      const { delivered, package: now, changes } = elevationOf(lifted);
      for (const { wheels } of [delivered, now])
        for (const axle of ['front', 'rear'] as const) expect(wheels[axle].at[1]).toBe(wheels[axle].radiusMm);
      expect(now.wheels.rear.at[0] - now.wheels.front.at[0]).toBe(build.vehicle.wheelbaseMm);
      const up = springMm + deriveFigures(lifted).growthMm / 2;
      now.body.forEach(([x, z], i) => {
        const [was = NaN, low = NaN] = delivered.body[i] ?? [];
        expect(x).toBe(was);
        expect(z).toBeCloseTo(low + up, 9);
      });
      for (const { byMm } of changes) expect(byMm).toBeCloseTo(up, 9);
    }),
  );
});

test('as delivered it stands on itself', () => {
  const build = demoBuild('halyard-1-tall-and-narrow');
  const { stock } = build.vehicle;
  const none = { ...example().package.lift.front };
  const delivered = {
    ...build,
    package: {
      ...build.package,
      tire: stock.tire,
      wheel: stock.wheel,
      lift: { front: none, rear: none },
      sagMm: { front: 0, rear: 0 },
    },
  };
  const { package: now, delivered: was, changes } = elevationOf(delivered);
  expect(now).toEqual(was);
  expect(changes.map(({ byMm }) => byMm)).toEqual([0, 0, 0, 0, 0]);
});

test('a height at an axle rises as the rule of lamps and bumpers has it, a body lift leaves the bumpers', () => {
  fc.assert(
    fc.property(builds, (build) => {
      const by = Object.fromEntries(elevationOf(build).changes.map(({ what, byMm }) => [what, byMm]));
      expect(by['lamps']).toBeCloseTo(riseMm(build, 'front', 'body'), 9);
      expect(by['front bumper']).toBeCloseTo(riseMm(build, 'front', 'frame'), 9);
      expect(by['rear bumper']).toBeCloseTo(riseMm(build, 'rear', 'frame'), 9);
    }),
  );
});

test('a figure that nobody measured is drawn at what is usual and said as an estimate, and no height is made of it', () => {
  const measured = elevationOf(demoBuild('halyard-1-tall-and-narrow'));
  expect(measured.estimated).toEqual([]);
  expect(measured.fromMm).toBe(-810 - 60);
  const bare = elevationOf(example());
  expect(bare.estimated).toContain('roof');
  expect(estimatedWords(bare, 'truck')).toContain('estimated, not measured: front overhang');
  const said = (of: typeof bare, name: string): string =>
    of.changes.flatMap((one) => (one.what === name ? [heightWords(one, 'metric')] : [])).join();
  expect(bare.changes.find(({ what }) => what === 'roof')?.before).toBeNull();
  expect(said(bare, 'roof')).toMatch(/^roof: not measured, [+−]\d+ mm$/);
  expect(said(measured, 'step-in')).toMatch(/^step-in: 505 → \d{3} mm, \+\d+ mm$/);
});
