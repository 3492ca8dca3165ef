import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readLength, tapeInches } from './length';
import { readQuantity, show, showWithUnit, type Quantity } from './quantity';

describe('lengths as a tape reads them', () => {
  test.each([
    [365.125, '14 3/8 in'],
    [0, '0 in'],
    [-1.5875, '-1/16 in'],
    [25.4, '1 in'],
    [12.7, '1/2 in'],
    [407.9, '16 1/16 in'],
  ])('%d mm is %s', (mm, words) => expect(tapeInches(mm)).toBe(words));

  test.each([
    ['365', 'mm', 365],
    ['14 3/8', 'mm', 365.125],
    ['14-3/8"', 'mm', 365.125],
    ['14 3/8', 'in', 365.125],
    ['3/4', 'mm', 19.05],
    ['36.5 cm', 'mm', 365],
    ['36,5', 'mm', 36.5],
    ['-1 1/2 in', 'mm', -38.1],
    ['.5', 'in', 12.7],
    ['−20', 'mm', -20],
  ] as const)('reads %s with %s as %d mm', (text, unit, mm) => {
    const read = readLength(text, unit);
    expect(read.ok && read.value).toBeCloseTo(mm, 9);
  });

  test.each(['', 'abc', '14 3/0', '1/2/3', '12 kg'])('refuses "%s" and says how to write it', (text) => {
    const read = readLength(text, 'mm');
    expect(read.ok).toBe(false);
    expect(!read.ok && read.message).toContain('write');
  });

  test('a length read off the tape is back within half a sixteenth', () =>
    fc.assert(
      fc.property(fc.double({ min: -2000, max: 2000, noNaN: true }), (mm) => {
        const read = readLength(tapeInches(mm), 'in');
        return read.ok && Math.abs(read.value - mm) <= 25.4 / 32 + 1e-9;
      }),
    ));
});

describe('quantities in two systems', () => {
  test('known conversions', () => {
    expect(showWithUnit(100, 'mass', 'inch')).toBe('220.5 lb');
    expect(showWithUnit(240, 'pressure', 'inch')).toBe('34.8 psi');
    expect(showWithUnit(100, 'speed', 'inch')).toBe('62.1 mph');
    expect(showWithUnit(365.125, 'length', 'inch')).toBe('14 3/8 in');
    expect(show(-0.001, 'length', 'metric')).toBe('0');
    expect(show(NaN, 'length', 'metric')).toBe('–');
  });

  test('a unit that is written out wins over the chosen one', () => {
    expect(readQuantity('35 psi', 'pressure', 'metric')).toEqual({
      ok: true,
      value: expect.closeTo(241.3, 1) as number,
    });
    expect(readQuantity('2.4 bar', 'pressure', 'inch')).toEqual({ ok: true, value: 240 });
    expect(readQuantity('35 psi', 'mass', 'metric').ok).toBe(false);
  });

  test('what is shown reads back to what was stored, in both systems', () =>
    fc.assert(
      fc.property(
        fc.constantFrom<Quantity>('mass', 'pressure', 'speed', 'angle'),
        fc.constantFrom('metric', 'inch'),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        (quantity, system, value) => {
          const read = readQuantity(show(value, quantity, system), quantity, system);
          return read.ok && Math.abs(read.value - value) <= 3.5;
        },
      ),
    ));
});
