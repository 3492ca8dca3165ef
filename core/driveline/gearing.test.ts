import { describe, expect, test } from 'vitest';
import { example } from '../../tests/example';
import { held } from '../../tests/held';
import { AXLE, drivenBuild as made, POWERTRAIN } from '../../tests/driven';
import type { BuildFile } from '../format/build';
import { drivelineOf, offeredRatios } from './driveline';
import { gradeHoldPct, rpmAt, runningOf, torqueAt, type Running } from './gearing';
import { demandsNm, jointCapacityNm, ringCapacityNm, shaftCapacityNm } from './capacity';
import { strengthOf } from './strength';
import { stabilityOf } from '../stability/stability';

const RUNNING: Running = {
  circumferenceMm: 2400,
  axleRatio: 4,
  massKg: 2000,
  dragAreaM2: 1.2,
  rollingResistance: 0.011,
};

describe('engine speed', () => {
  test('a hundred km/h on 2.4 m and 4.0 is 2778 rpm in a gear of 1', () =>
    expect(rpmAt(100, 1, RUNNING)).toBeCloseTo(((100 / 3.6) * 60 * 4) / 2.4, 9));
  test('the equivalent ratio drives as delivered', () => {
    const build = made((file) => {
      file.package.tire = { code: '285/75R16 122Q', pattern: 'mud' };
    });
    const { equivalentRatio, effectiveGearingChangePct } = drivelineOf(build);
    const { stock, package: now } = runningOf(build);
    expect(rpmAt(100, 1, { ...now, axleRatio: equivalentRatio })).toBeCloseTo(rpmAt(100, 1, stock), 6);
    expect(effectiveGearingChangePct).toBeCloseTo((stock.circumferenceMm / now.circumferenceMm - 1) * 100, 9);
  });
  test('torque runs straight between its points', () => {
    expect(torqueAt(POWERTRAIN.torqueCurve, 1500)).toBe(250);
    expect(torqueAt(POWERTRAIN.torqueCurve, 500)).toBe(200);
    expect(torqueAt(POWERTRAIN.torqueCurve, 6000)).toBe(240);
  });
});

describe('the grade that a gear holds', () => {
  test('by hand, and nothing under idle or over the red line', () => {
    const v = 100 / 3.6;
    const rpm = rpmAt(100, 0.8, RUNNING);
    const force = (torqueAt(POWERTRAIN.torqueCurve, rpm) * 0.8 * 4 * 0.85) / (2.4 / (2 * Math.PI));
    const sine = (force - 0.6 * 1.2 * v * v) / (2000 * 9.80665) - 0.011;
    expect(gradeHoldPct(POWERTRAIN, 0.8, 100, RUNNING)).toBeCloseTo(100 * Math.tan(Math.asin(sine)), 9);
    expect(gradeHoldPct(POWERTRAIN, 4, 100, RUNNING)).toBeNull();
    expect(gradeHoldPct(POWERTRAIN, 0.8, 20, RUNNING)).toBeNull();
  });
  test('falls with mass and drag', () => {
    const held = gradeHoldPct(POWERTRAIN, 1, 100, RUNNING) ?? NaN;
    expect(gradeHoldPct(POWERTRAIN, 1, 100, { ...RUNNING, massKg: 2400 })).toBeLessThan(held);
    expect(gradeHoldPct(POWERTRAIN, 1, 100, { ...RUNNING, dragAreaM2: 1.6 })).toBeLessThan(held);
  });
  test('a lift stands in the wind: 0.6 of track and height', () => {
    const build = made((file) => {
      file.package.lift = { front: { springMm: 50 }, rear: { bodyMm: 50 } };
    });
    const { stock, package: now } = runningOf(build);
    expect(now.dragAreaM2 - stock.dragAreaM2).toBeCloseTo(0.6 * 1.6 * 0.05, 9);
  });
});

describe('three schools', () => {
  const taller = (more: (file: BuildFile) => void = () => undefined) =>
    made((file) => {
      file.package.tire = { code: '285/75R16 122Q', pattern: 'mud' };
      more(file);
    });
  test('both driven axles must offer the ratio', () => {
    expect(offeredRatios(made())).toEqual([3.9, 4.1, 4.3, 4.88]);
    expect(offeredRatios(example())).toEqual([]);
  });
  test('restore takes the nearest, hold and crawl the tallest that reaches', () => {
    const build = taller();
    const { schools, equivalentRatio } = drivelineOf(build);
    const ratios = offeredRatios(build);
    expect(schools?.restore).toBe(
      [...ratios].sort((a, b) => Math.abs(a - equivalentRatio) - Math.abs(b - equivalentRatio))[0],
    );
    const { stock, package: now } = runningOf(build);
    const held = gradeHoldPct(POWERTRAIN, 0.8, 100, stock) ?? NaN;
    const at = (axleRatio: number) => gradeHoldPct(POWERTRAIN, 0.8, 100, { ...now, axleRatio }) ?? -Infinity;
    const hold = schools?.hold ?? NaN;
    expect(at(hold)).toBeGreaterThanOrEqual(held);
    for (const one of ratios.filter((ratio) => ratio < hold)) expect(at(one)).toBeLessThan(held);
    const crawl = schools?.crawl ?? NaN;
    const figure = (axleRatio: number, one: Running) => axleRatio / (one.circumferenceMm * one.massKg);
    expect(figure(crawl, now)).toBeGreaterThanOrEqual(figure(3.9, stock) * (1 - 1e-9));
  });
  test('none where none reaches', () =>
    expect(
      drivelineOf(
        taller((file) => {
          if (file.vehicle.axles) file.vehicle.axles.rear.ratios = [3.9];
        }),
      ).schools?.crawl,
    ).toBeNull());
  test('a ratio that an axle is not made for fails; what is lacking is unknown', () => {
    const odd = made((file) => (file.package.axleRatio = 3.5));
    expect(drivelineOf(odd).checks.find(({ id }) => id === 'axle-ratios')?.status).toBe('fail');
    const bare = drivelineOf(example());
    expect(bare.rpmAtCruise).toBeUndefined();
    expect(bare.checks.map(({ status }) => status)).toEqual(['unknown', 'unknown']);
  });
});

describe('strength', () => {
  test('a shaft of 27 splines: root 27.1 mm, τ·π·d³/16', () => {
    const d = (25.4 * (27 - 1.35)) / 24;
    expect(shaftCapacityNm({ splines: 27, steel: '1040' })).toBeCloseTo((620 * Math.PI * d ** 3) / 16000, 6);
    expect(shaftCapacityNm({ diameterMm: 30, steel: '300M' })).toBeCloseTo(
      (1150 * Math.PI * 27000) / 16000,
      6,
    );
    expect(shaftCapacityNm({ steel: '300M' })).toBeUndefined();
  });
  test('a universal joint loses with the cosine of lock, a constant-velocity one does not', () => {
    expect(jointCapacityNm({ kind: 'universal', peakNm: 4000 }, 60)).toBeCloseTo(2000, 6);
    expect(jointCapacityNm({ kind: 'cv', peakNm: 4000 }, 40)).toBe(4000);
    expect(jointCapacityNm({ kind: 'cv' }, 40)).toBeUndefined();
  });
  test('fewer pinion teeth take less; without a maker’s figure the ring’s cube', () => {
    const axle = { ...AXLE, outputPeakNm: 8000, pinionTeeth: { '3.9': 12, '4.88': 9 } };
    expect(ringCapacityNm(axle, 4.88, 3.9)).toEqual({ nm: 6000, source: 'maker' });
    expect(ringCapacityNm({ ...AXLE, ringGearMm: 432 }, 3.9, 3.9)).toEqual({ nm: 72000, source: 'estimate' });
    expect(ringCapacityNm(AXLE, 3.9, 3.9)).toBeUndefined();
  });
  test('torque by the engine or by the tires’ grip, whichever is less, times shock and clutch', () => {
    const state = { radiusM: 0.38, axleRatio: 4 };
    const light = demandsNm(POWERTRAIN, AXLE, 'touring', state, 1000);
    expect(light.shaft).toBeCloseTo(0.7 * 1.2 * 500 * 9.80665 * 0.38 * 1.2, 6);
    expect(light.ring).toBeCloseTo(0.7 * 1.2 * 1000 * 9.80665 * 0.38 * 1.2, 6);
    const weak = { ...POWERTRAIN, gears: [1], lowRange: 1 };
    // 300 · 4 · 0.85 = 1020 N·m: half to a shaft of an open axle, all with a locker.
    expect(demandsNm(weak, AXLE, 'touring', state, 5000).shaft).toBeCloseTo(510 * 1.2, 9);
    expect(demandsNm(weak, { ...AXLE, differential: 'locker' }, 'touring', state, 5000).shaft).toBeCloseTo(
      1020 * 1.2,
      9,
    );
    expect(demandsNm(weak, AXLE, 'bounce', state, 9000).ring).toBeCloseTo(1020 * 2 * 1.2, 9);
  });
  test('as delivered every factor is its stock factor, and bearings, steering, brakes stand at 1', () => {
    const build = made((file) => {
      const axle = {
        ...AXLE,
        shaft: { splines: 30, steel: '4340' as const },
        ringGearMm: 216,
        joint: { kind: 'cv' as const, peakNm: 3500 },
        hubBearing: { kind: 'ball' as const, inboardMm: 60 },
      };
      file.vehicle.axles = { front: axle, rear: axle };
    });
    const strength = held(strengthOf(build));
    for (const axle of [strength.front, strength.rear])
      for (const { factor, stockFactor } of axle.parts) expect(factor).toBeCloseTo(stockFactor ?? 1, 9);
    expect(strength.front.parts.map(({ part }) => part)).toEqual([
      'shaft',
      'joint',
      'ring-and-pinion',
      'hub-bearing',
      'steering',
      'brakes',
    ]);
    expect(strength.front.weakest).not.toBeNull();
  });
  test('a taller, heavier package never makes a part stronger', () => {
    const build = made((file) => {
      file.package.tire = { code: '315/75R16 127Q', pattern: 'mud' };
      file.vehicle.axles = {
        front: { ...AXLE, shaft: { splines: 30, steel: '1040' }, ringGearMm: 200 },
        rear: { ...AXLE, shaft: { splines: 30, steel: '1040' }, ringGearMm: 200 },
      };
    });
    const strength = held(strengthOf(build));
    for (const { factor, stockFactor, part } of strength.rear.parts)
      if (part !== 'hub-bearing') expect(factor).toBeLessThanOrEqual((stockFactor ?? 1) + 1e-9);
  });
  test('nothing known is unknown', () =>
    expect(strengthOf(example())).toMatchObject({ ok: false, checks: [{ status: 'unknown' }] }));
});

describe('stability', () => {
  const tall = (cgHeightMm: number, springMm: number, offsetMm = 20) =>
    made((file) => {
      file.vehicle.cgHeightMm = cgHeightMm;
      file.package.lift = { front: { springMm }, rear: { springMm } };
      file.package.wheel = { ...file.package.wheel, offsetMm };
    });
  test('track over twice the height; a lift raises 0.85 of the whole', () => {
    const answer = held(stabilityOf(tall(800, 50)));
    expect(answer.trackFactor.stock).toBe(1);
    expect(answer.tiltDeg.stock).toBeCloseTo(45, 9);
    expect(answer.trackFactor.package).toBeCloseTo(1600 / (2 * (800 + 0.85 * 50)), 9);
    expect(answer.changePct).toBeCloseTo((800 / 842.5 - 1) * 100, 9);
    expect(answer.checks[0]?.status).toBe('watch');
  });
  test('less offset widens the track and takes some of it back', () => {
    const [narrow, wide] = [held(stabilityOf(tall(800, 50))), held(stabilityOf(tall(800, 50, -10)))];
    expect(wide.trackFactor.package / narrow.trackFactor.package).toBeCloseTo(1660 / 1600, 9);
  });
  test('much of it fails; an unmeasured height is unknown', () => {
    expect(held(stabilityOf(tall(700, 150))).checks[0]?.status).toBe('fail');
    expect(stabilityOf(example())).toMatchObject({ ok: false, checks: [{ status: 'unknown' }] });
  });
});
