import { wordingText } from '../wording';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { example, exampleFile } from '../../tests/example';
import { tireSize } from '../tire/size';
import { boltCircleWords, readBoltCircle } from './boltCircle';
import { backspacingMm, offsetFromBackspacingMm, scrubRadiusMm, wheelPlanes } from './geometry';
import { hubChecks } from './hubChecks';

describe('geometry', () => {
  test('a 7 in wheel with offset 0 has 4 in of backspacing', () => {
    expect(backspacingMm({ widthIn: 7, offsetMm: 0 })).toBeCloseTo(101.6, 9);
    expect(backspacingMm({ widthIn: 8, offsetMm: 12.7 })).toBeCloseTo(127, 9);
  });
  test('offset and backspacing fill each other', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 14, noNaN: true }),
        fc.double({ min: -100, max: 100, noNaN: true }),
        (widthIn, offsetMm) => {
          expect(offsetFromBackspacingMm(widthIn, backspacingMm({ widthIn, offsetMm }))).toBeCloseTo(
            offsetMm,
            9,
          );
        },
      ),
    ));
  test('more offset moves the wheel in, a spacer moves it out', () => {
    const { wheel, tire } = example().package;
    const size = tireSize(tire, wheel.widthIn);
    const base = wheelPlanes(wheel, 0, size);
    expect(wheelPlanes({ ...wheel, offsetMm: wheel.offsetMm + 10 }, 0, size).outerEdgeMm).toBeCloseTo(
      base.outerEdgeMm - 10,
      9,
    );
    expect(wheelPlanes(wheel, 25, size).innerEdgeMm).toBeCloseTo(base.innerEdgeMm + 25, 9);
  });
  test('scrub radius: an upright kingpin leaves the plain distance', () => {
    const steering = {
      kpiDeg: 0,
      casterDeg: 0,
      kingpinMm: 90,
      kingpinForeAftMm: 0,
      lockInsideDeg: 30,
      lockOutsideDeg: 30,
    };
    expect(scrubRadiusMm(steering, -20, 2400)).toBeCloseTo(70, 9);
    // 2400 mm rolls on 381.97 mm; tan 10° of it is 67.35 mm.
    expect(scrubRadiusMm({ ...steering, kpiDeg: 10 }, -20, 2400)).toBeCloseTo(70 - 67.352, 2);
  });
});

describe('bolt circles in either unit', () => {
  test.each([
    ['6x139.7', 6, 139.7],
    ['6 × 5.5', 6, 139.7],
    ['6x5 1/2 in', 6, 139.7],
    ['5-4.5 in', 5, 114.3],
    ['5x120,65 mm', 5, 120.65],
    ['8x6.5', 8, 165.1],
  ])('%s', (text, studs, pcd) =>
    expect(readBoltCircle(text)).toEqual({
      ok: true,
      value: { studs, pcdMm: expect.closeTo(pcd, 6) as number },
    }),
  );
  test.each(['139.7', '6x', '60x139.7', '6x20', '2x139.7'])('refuses %s', (text) =>
    expect(readBoltCircle(text).ok).toBe(false),
  );
  test('reads back in both units', () => {
    expect(boltCircleWords(6, 139.7)).toBe('6 × 139.7 (5.5 in)');
    expect(boltCircleWords(6, 130)).toBe('6 × 130 mm');
  });
});

describe('checks on the hub', () => {
  const status = (wheel: object, tire: object = {}): Record<string, string> => {
    const file = exampleFile();
    const build = example({
      package: { wheel: { ...file.package.wheel, ...wheel }, tire: { ...file.package.tire, ...tire } },
    });
    return Object.fromEntries(hubChecks(build).map((check) => [check.id, check.status]));
  };
  test('a wheel that fits passes; a rim range that is not entered is unknown, never a pass', () =>
    expect(status({})).toEqual({
      'wheel-studs': 'pass',
      'wheel-bolt-circle': 'pass',
      'wheel-bore': 'pass',
      'wheel-seat': 'pass',
      'tire-on-rim': 'pass',
      'rim-in-approved-range': 'unknown',
      'rim-over-brake': 'pass',
    }));
  test.each([
    ['wheel-studs', { studs: 5 }, 'fail'],
    ['wheel-bolt-circle', { pcdMm: 139.8 }, 'pass'],
    ['wheel-bolt-circle', { pcdMm: 135 }, 'fail'],
    ['wheel-bolt-circle', { pcdMm: 140.2 }, 'fail'],
    ['wheel-bore', { boreMm: 100 }, 'fail'],
    ['wheel-bore', { boreMm: 110 }, 'watch'],
    ['wheel-seat', { seat: 'ball' }, 'fail'],
    ['tire-on-rim', { diameterIn: 17 }, 'fail'],
    ['rim-over-brake', { diameterIn: 15 }, 'fail'],
  ])('%s with %j is %s', (id, wheel, expected) => expect(status(wheel)[id]).toBe(expected));
  test('the rim within the approved range', () => {
    expect(status({}, { approvedRimIn: [6.5, 8] })['rim-in-approved-range']).toBe('pass');
    expect(status({ widthIn: 9 }, { approvedRimIn: [6.5, 8] })['rim-in-approved-range']).toBe('fail');
  });
  test('every check that fails says a cure or a bound', () => {
    const file = exampleFile();
    const wheel = {
      ...file.package.wheel,
      studs: 5,
      pcdMm: 130,
      boreMm: 90,
      seat: 'flat' as const,
      diameterIn: 15,
    };
    for (const { status: s, message } of hubChecks(example({ package: { wheel } })).filter(
      (check) => check.status === 'fail',
    )) {
      expect(s).toBe('fail');
      expect(wordingText(message, 'metric')).toMatch(/Choose|choose|Fit|cannot|smallest/);
    }
  });
});
