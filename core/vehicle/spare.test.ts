import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { example, exampleFile } from '../../tests/example';
import type { Spare } from '../format/spare';
import { deriveFigures } from '../figures';
import { wordingText } from '../wording';
import { spareChecks, spareWords } from './spare';

const TIRE = { ...exampleFile().package.tire, overallDiameterMm: 800, sectionWidthMm: 260, massKg: 22 };
const of = (spare: Partial<Spare> | undefined, more: object = {}) => {
  const build = example({ package: { tire: TIRE, ...more } });
  return {
    ...build,
    vehicle: { ...build.vehicle, ...(spare ? { spare: { place: 'floor' as const, ...spare } } : {}) },
  };
};
const status = (spare: Partial<Spare>, more: object = {}): Record<string, string> =>
  Object.fromEntries(spareChecks(of(spare, more)).map(({ id, status: is }) => [id, is]));
/** On the package's own rim. */
const { sectionWidthMm } = deriveFigures(of(undefined)).package.size;

describe('the place of the spare', () => {
  test('nothing is said where no place was entered, and unknown is no pass', () => {
    expect(spareChecks(of(undefined))).toEqual([]);
    expect(spareWords(of(undefined))).toBeNull();
    expect(status({})).toEqual({
      'spare-diameter': 'unknown',
      'spare-depth': 'unknown',
      'spare-mass': 'unknown',
      'spare-hangs': 'unknown',
    });
    expect(spareWords(of({}))).toMatch(/4 of 4 figures of its place are missing/);
  });

  test('as large as the circle and no larger; what a tape may be off is to be tried', () => {
    expect(status({ diameterMm: 799 })['spare-diameter']).toBe('fail');
    expect(status({ diameterMm: 809 })['spare-diameter']).toBe('watch');
    expect(status({ diameterMm: 810 })['spare-diameter']).toBe('pass');
    expect(status({ depthMm: sectionWidthMm - 1 })['spare-depth']).toBe('fail');
    expect(status({ depthMm: sectionWidthMm + 10 })['spare-depth']).toBe('pass');
  });

  test('tire and wheel together against what the carrier is rated for', () => {
    const kg = 22 + exampleFile().package.wheel.massKg;
    expect(status({ ratedKg: kg })['spare-mass']).toBe('pass');
    expect(status({ ratedKg: kg - 0.1 })['spare-mass']).toBe('fail');
    const { massKg: _none, ...light } = TIRE;
    expect(status({ ratedKg: 50 }, { tire: light })['spare-mass']).toBe('unknown');
  });

  test('under the floor it hangs lower by what it is wider, and higher by what the body rose', () => {
    const { stock, growthMm } = deriveFigures(of(undefined));
    const hangs = (more: object) =>
      spareChecks(of({ clearMm: 400 }, more)).find(({ id }) => id === 'spare-hangs')?.value ?? NaN;
    const wider = sectionWidthMm - stock.size.sectionWidthMm;
    expect(hangs({})).toBeCloseTo(400 + growthMm / 2 - wider, 9);
    expect(hangs({ lift: { rear: { springMm: 40, bodyMm: 25 } } }) - hangs({})).toBeCloseTo(65, 9);
  });

  test('on the door half its diameter has to stand above what is below; on the bed that is not asked', () => {
    const door = { place: 'door' as const };
    expect(status({ ...door, clearMm: 399 })['spare-below']).toBe('fail');
    expect(status({ ...door, clearMm: 410 })['spare-below']).toBe('pass');
    expect(status({ place: 'bed', clearMm: 1 })).not.toHaveProperty('spare-below');
    const words = spareWords(of({ ...door, clearMm: 380 }));
    expect(words && wordingText(words, 'metric')).toContain('20 mm into what is below it');
  });

  test('more room never makes it worse', () => {
    const worth = { fail: 0, watch: 1, unknown: 1, pass: 2 };
    fc.assert(
      fc.property(fc.integer({ min: 300, max: 1400 }), fc.integer({ min: 0, max: 100 }), (mm, more) => {
        const at = (diameterMm: number) =>
          worth[status({ diameterMm })['spare-diameter'] as keyof typeof worth];
        expect(at(mm + more)).toBeGreaterThanOrEqual(at(mm));
      }),
    );
  });

  test('where all of it holds, the customer reads so', () =>
    expect(spareWords(of({ diameterMm: 900, depthMm: 400, ratedKg: 60, clearMm: 400 }))).toBe(
      'The new spare goes under the floor, as the old one did.',
    ));
});
