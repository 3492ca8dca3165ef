import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { defaultMeasuringRimIn, tireSize } from './size';
import { readTireCode } from './code';
import type { Tire } from '../format/tire';

const tire = (code: string, more: Partial<Tire> = {}): Tire => ({ code, pattern: 'road', ...more });
const rim = (code: string): number => {
  const read = readTireCode(code);
  if (!read.ok || read.value.form === 'numeric') throw new Error(code);
  return defaultMeasuringRimIn(
    read.value,
    read.value.form === 'metric' ? read.value.widthMm : read.value.sectionIn * 25.4,
  );
};

describe('size from the code', () => {
  test('metric: D = 25.4·rim + 2·width·aspect/100', () => {
    const size = tireSize(tire('245/75R16 111S'), 7);
    expect(size.overallDiameterMm).toBeCloseTo(773.9, 9);
    expect(size.sectionHeightMm).toBeCloseTo(183.75, 9);
    expect(size.rollingCircumferenceMm).toBeCloseTo(3.05 * 773.9, 9);
    expect(size.revsPerKm * size.rollingCircumferenceMm).toBeCloseTo(1e6, 3);
    expect(size).toMatchObject({
      maxLoadKg: { single: 1090 },
      speedSymbol: 'S',
      maxSpeedKmh: 180,
      source: { diameter: 'code', width: 'code' },
    });
  });
  test('flotation: both figures in inches', () => {
    const size = tireSize(tire('35x12.50R17LT'), 10);
    expect(size.overallDiameterMm).toBeCloseTo(889, 9);
    // 0.80 · 12.5 in is exactly the 10 in measuring rim.
    expect(size.sectionWidthMm).toBeCloseTo(317.5, 9);
  });
  test('measuring rims by aspect, to the half inch', () => {
    expect([
      rim('245/75R16'),
      rim('245/60R16'),
      rim('245/50R16'),
      rim('245/45R16'),
      rim('245/40R18'),
    ]).toEqual([7, 7, 7.5, 8, 8.5]);
    expect(rim('34x10.50R17')).toBe(8.5);
  });
  test('a wider rim widens the section by 0.4 of the difference', () => {
    const [narrow, wide] = [tireSize(tire('245/75R16'), 7), tireSize(tire('245/75R16'), 8)];
    expect(wide.sectionWidthMm - narrow.sectionWidthMm).toBeCloseTo(0.4 * 25.4, 9);
  });
  test('bias and belted roll at π·D·0.955', () => {
    for (const code of ['245/75D16', '245/75B16'])
      expect(tireSize(tire(code), 7).rollingCircumferenceMm).toBeCloseTo(Math.PI * 773.9 * 0.955, 9);
  });
  test('without an index the load is unknown, not zero', () =>
    expect(tireSize(tire('245/75R16'), 7)).toMatchObject({
      loadIndex: null,
      maxLoadKg: null,
      speedSymbol: null,
    }));
});

describe('size from the maker’s sheet', () => {
  test('wins over the code, and says so', () => {
    const size = tireSize(
      tire('245/75R16', {
        overallDiameterMm: 765,
        sectionWidthMm: 250,
        measuringRimIn: 7,
        treadWidthMm: 190,
        revsPerKm: 425,
      }),
      7.5,
    );
    expect(size).toMatchObject({
      overallDiameterMm: 765,
      treadWidthMm: 190,
      source: { diameter: 'maker', width: 'maker' },
    });
    expect(size.sectionWidthMm).toBeCloseTo(250 + 0.4 * 12.7, 9);
    expect(size.rollingCircumferenceMm).toBeCloseTo(1e6 / 425, 9);
  });
  test('tread follows the pattern: mud is the widest', () => {
    const tread = (pattern: Tire['pattern']): number =>
      tireSize({ code: '245/75R16', pattern }, 7).treadWidthMm / 245;
    expect(
      [tread('road'), tread('all-terrain'), tread('mud')].map((share) => Number(share.toFixed(6))),
    ).toEqual([0.76, 0.8, 0.84]);
  });
});

test('diameter grows with width, aspect and rim', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 21, max: 60 }),
      fc.integer({ min: 5, max: 16 }),
      fc.integer({ min: 13, max: 20 }),
      (w, a, r) => {
        const diameter = (width: number, aspect: number, rimIn: number): number =>
          tireSize(tire(`${width * 5}/${aspect * 5}R${rimIn}`), 7).overallDiameterMm;
        const base = diameter(w, a, r);
        expect(diameter(w + 1, a, r)).toBeGreaterThan(base);
        expect(diameter(w, a + 1, r)).toBeGreaterThan(base);
        expect(diameter(w, a, r + 1)).toBeCloseTo(base + 25.4, 9);
      },
    ),
  ));
