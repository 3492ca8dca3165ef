import { describe, expect, test } from 'vitest';
import { demoBuild, example, obstacle } from '../../../tests/example';
import { assess } from '../../assess';
import type { AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import { resizedTire } from '../../tire/resized';
import { tireSize } from '../../tire/size';
import { changed } from './kinds';
import { cornerCures, cured, curesFor, type Cure } from './cures';
import { freeRegion } from './largest';
import { liftCurves } from './liftCurves';

const leastAt = (build: Build, axle: AxleName, id: string | null): number => {
  const fit = assess(build).fit[axle];
  return id === null
    ? fit.leastClearanceMm
    : (fit.byObstacle.find(({ obstacle: one }) => one === id)?.leastClearanceMm ?? NaN);
};

/** A corner with nothing but one thing in it. */
const alone = (points: [number, number, number][], more = {}): Build =>
  example({ front: { obstacles: [obstacle(points, { material: 'sheet', ...more })] } });

const whole = (build: Build): Partial<Record<Cure['kind'], Cure>> =>
  Object.fromEntries(
    cornerCures(build, 'front')
      .cures.filter((cure) => cure.obstacle === null)
      .map((cure) => [cure.kind, cure]),
  );

describe('every cure that is offered', () => {
  const names = ['halyard-1-tall-and-narrow', 'holloway-2-tires-and-lift', 'pylon-2-shoreline'];
  test.each(names)('of %s does what it says, for one thing and for the corner', (name) => {
    const build = demoBuild(name);
    for (const cure of curesFor(build).flatMap(({ cures }) => cures)) {
      if (cure.amount === null) continue;
      const after = { ...build, package: cured(build, cure) };
      // Trimming the whole corner is for what is met; what is merely close beside it may stay so.
      const goal = cure.kind === 'cut' && cure.obstacle === null ? 0 : build.use.marginMm;
      expect(leastAt(after, cure.axle, cure.obstacle)).toBeGreaterThanOrEqual(goal - 0.06);
    }
  });

  test('is the least: one step less does not do', () => {
    const build = demoBuild('holloway-2-tires-and-lift');
    for (const cure of cornerCures(build, 'front').cures) {
      if (cure.amount === null || cure.kind === 'cut' || cure.amount <= 1) continue;
      const less = cure.amount - (cure.kind === 'lock-stop' ? 0.5 : 1);
      const before = { ...build, package: changed(build, cure.axle, cure.kind, less) };
      expect(leastAt(before, cure.axle, cure.obstacle)).toBeLessThan(build.use.marginMm);
    }
  });

  test('stands cheapest first, what does not help last', () => {
    const { cures } = cornerCures(demoBuild('halyard-1-tall-and-narrow'), 'front');
    const found = cures.findIndex(({ amount }) => amount === null);
    expect(cures.slice(found).every(({ amount }) => amount === null)).toBe(true);
    const hours = cures.slice(0, found).map((cure) => cure.hours);
    expect(hours).toEqual([...hours].sort((a, b) => a - b));
  });
});

describe('closed forms', () => {
  test('springs cannot free what is met at full bump; bodies, brackets and bump stops can', () => {
    const build = example({
      front: { steering: undefined, obstacles: [obstacle([[0, -20, 470]], { material: 'sheet' })] },
    });
    // Full bump brings the tread to 386.95 + 80; 470 leaves 3.05 of the 10 mm margin.
    const cures = whole(build);
    expect(cures.spring).toMatchObject({ amount: null, why: 'full-bump' });
    expect(cures.body?.amount).toBe(7);
    expect(cures.bracket?.amount).toBe(7);
    expect(cures['bump-stop']?.amount).toBe(7);
    expect(cures.cut).toMatchObject({ amount: null, why: 'not-enough' });
    // The diameter is given up twice: half of it at the top.
    expect(cures.diameter?.amount).toBe(14);
    expect(cures['lock-stop']).toBeUndefined();
  });

  test('what stands beside the sidewall asks for offset the other way, or a narrower tire', () => {
    const build = example();
    const { sectionWidthMm } = tireSize(build.package.tire, build.package.wheel.widthIn);
    const innerMm = -build.package.wheel.offsetMm - sectionWidthMm / 2;
    // 6 mm inboard of the sidewall, on the upright so that no pose matters.
    const cures = whole(alone([[0, innerMm - 6, 300]], { carrier: 'upright', material: 'suspension' }));
    expect(cures.outboard?.amount).toBe(4);
    expect(cures.spacer?.amount).toBe(4);
    expect(cures.inboard?.amount).toBeNull();
    expect(cures.width?.amount).toBe(8);
    expect(cures.spring?.amount).toBeNull();
    expect(cures.cut).toMatchObject({ amount: null, why: 'never-cut' });
  });

  test('a thing ahead asks for the axle to go back, and a thing behind for it to go forward', () => {
    const ahead = whole(alone([[392, -20, 0]], { carrier: 'frame' }));
    expect(ahead.back?.amount).toBeGreaterThan(0);
    expect(ahead.forward?.amount).toBeNull();
    const behind = whole(alone([[-392, -20, 0]], { carrier: 'frame' }));
    expect(behind.forward?.amount).toBeGreaterThan(0);
    expect(behind.back?.amount).toBeNull();
  });

  test('what is met at the end of lock asks for a lock stop first, or for nothing else that is cheaper', () => {
    // Beside the tire ahead of the hub: only the trailing part of a hard lock comes there.
    const cures = whole(alone([[300, -230, 0]], { carrier: 'frame' }));
    const stop = cures['lock-stop']?.amount ?? 0;
    expect(stop).toBeGreaterThan(0);
    const build = alone([[300, -230, 0]], { carrier: 'frame' });
    const after = assess({ ...build, package: { ...build.package, lockStopDeg: 36 - stop } });
    expect(after.fit.front.map.lockDeg.at(-1)).toBeCloseTo(36 - stop, 9);
    expect(after.fit.front.map.lockDeg[0]).toBeCloseTo((-30 * (36 - stop)) / 36, 9);
    expect(after.fit.front.leastClearanceMm).toBeGreaterThanOrEqual(10);
  });

  test('nothing to cure where it is free', () => expect(cornerCures(example(), 'front').cures).toEqual([]));

  test('lift curves begin at what is and agree with the judgement', () => {
    const build = demoBuild('holloway-2-tires-and-lift');
    for (const { kind, points } of liftCurves(build, 'front'))
      for (const { amountMm, leastMm } of points.filter((_, i) => i % 3 === 0)) {
        if (leastMm === null) continue;
        const to = amountMm === 0 ? build.package : changed(build, 'front', kind, amountMm);
        expect(leastMm).toBeCloseTo(leastAt({ ...build, package: to }, 'front', null), 6);
      }
  });
});

describe('the largest tire', () => {
  test('is free as it stands, and a little more is not', () => {
    const build = demoBuild('rook-1-long-tour');
    const { largest } = freeRegion(build, 'front');
    const { wheel, tire } = build.package;
    const least = (size: { diameterMm?: number; widthMm?: number }): number =>
      leastAt(
        { ...build, package: { ...build.package, tire: resizedTire(tire, wheel.widthIn, size) } },
        'front',
        null,
      );
    const { diameterMm, widthMm } = largest;
    if (diameterMm === null || widthMm === null) throw new Error('this one is free as it is');
    expect(least({ diameterMm })).toBeGreaterThanOrEqual(build.use.marginMm - 0.06);
    expect(least({ diameterMm: diameterMm + 1.5 })).toBeLessThan(build.use.marginMm);
    expect(least({ widthMm })).toBeGreaterThanOrEqual(build.use.marginMm - 0.06);
    expect(least({ widthMm: widthMm + 1.5 })).toBeLessThan(build.use.marginMm);
  });

  test('is never taller where it is wider', () => {
    const { edge } = freeRegion(demoBuild('marten-1-tires-only'), 'front');
    const diameters = edge.map(({ diameterMm }) => diameterMm ?? 0);
    diameters.slice(1).forEach((next, i) => expect(next).toBeLessThanOrEqual((diameters[i] ?? 0) + 1));
    expect(new Set(diameters).size).toBeGreaterThan(3);
  });
});
