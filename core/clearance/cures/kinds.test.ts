import { describe, expect, test } from 'vitest';
import { example, exampleFile } from '../../../tests/example';
import { tireSize } from '../../tire/size';
import { resizedTire } from '../../tire/resized';
import { changed, CURE_KINDS, effortHours, TRYING, unitOfCure, type ScannedKind } from './kinds';

const build = example();
const pack = build.package;

describe('one change at a time', () => {
  test.each(Object.keys(TRYING) as ScannedKind[])('nothing of %s changes nothing', (kind) => {
    const same = changed(build, 'front', kind, 0);
    const { tire, lockStopDeg, ...rest } = same;
    expect(tireSize(tire, 7)).toMatchObject({
      overallDiameterMm: tireSize(pack.tire, 7).overallDiameterMm,
      sectionWidthMm: expect.closeTo(tireSize(pack.tire, 7).sectionWidthMm, 9) as number,
    });
    expect(lockStopDeg ?? 36).toBe(36);
    expect(rest).toEqual(Object.fromEntries(Object.entries(pack).filter(([key]) => key !== 'tire')));
  });

  test('a body is raised at both ends, everything else at its own', () => {
    const body = changed(build, 'front', 'body', 30).lift;
    expect([body.front.bodyMm, body.rear.bodyMm]).toEqual([30, 30]);
    const spring = changed(build, 'rear', 'spring', 30).lift;
    expect([spring.front.springMm, spring.rear.springMm]).toEqual([0, 30]);
    expect(changed(build, 'front', 'back', 12).lift.front.foreAftMm).toBe(-12);
    expect(changed(build, 'front', 'forward', 12).lift.front.foreAftMm).toBe(12);
  });

  test('a measured backspacing goes along with its offset', () => {
    const { wheel } = exampleFile().package;
    const measured = example({ package: { wheel: { ...wheel, backspacingMm: 120 } } });
    expect(changed(measured, 'front', 'inboard', 8).wheel).toMatchObject({
      offsetMm: 28,
      backspacingMm: 128,
    });
    expect(changed(measured, 'front', 'outboard', 8).wheel).toMatchObject({
      offsetMm: 12,
      backspacingMm: 112,
    });
    expect(changed(measured, 'front', 'spacer', 8)).toMatchObject({ spacerMm: 8 });
  });

  test('a lock stop is less of what can be turned now', () => {
    expect(changed(build, 'front', 'lock-stop', 6).lockStopDeg).toBe(30);
    const stopped = { ...build, package: { ...pack, lockStopDeg: 28 } };
    expect(changed(stopped, 'front', 'lock-stop', 6).lockStopDeg).toBe(22);
  });

  test('a tire is as much smaller or narrower as it says, on whatever rim', () => {
    for (const widthIn of [6, 7, 9]) {
      const before = tireSize(pack.tire, widthIn);
      const narrower = resizedTire(pack.tire, widthIn, { widthMm: before.sectionWidthMm - 20 });
      expect(tireSize(narrower, widthIn).sectionWidthMm).toBeCloseTo(before.sectionWidthMm - 20, 9);
      const stated = { ...pack.tire, sectionWidthMm: 250, treadWidthMm: 200 };
      const size = tireSize(stated, widthIn);
      const half = tireSize(resizedTire(stated, widthIn, { widthMm: size.sectionWidthMm / 2 }), widthIn);
      expect(half.treadWidthMm / half.sectionWidthMm).toBeCloseTo(200 / size.sectionWidthMm, 9);
    }
  });
});

test('every kind has its hours and its unit; cuts count by what is cut', () => {
  for (const kind of CURE_KINDS) if (kind !== 'cut') expect(effortHours(kind)).toBeGreaterThan(0);
  expect(effortHours('cut', ['liner'])).toBeLessThan(effortHours('cut', ['sheet']));
  expect(effortHours('cut', ['liner', 'seam'])).toBeCloseTo(
    effortHours('cut', ['liner']) + effortHours('cut', ['seam']),
    9,
  );
  expect(unitOfCure('lock-stop')).toBe('°');
  expect(unitOfCure('cut')).toBe('mm');
});
