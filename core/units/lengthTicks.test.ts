import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lengthTicks } from './lengthTicks';

test('millimetres go by 1, 2 and 5, inches by halves and doubles', () => {
  expect(lengthTicks(-23, 41, 5, 'metric').map(({ words }) => words)).toEqual(['-20', '0', '20', '40']);
  expect(lengthTicks(0, 25.4, 5, 'inch').map(({ words }) => words)).toEqual(['0', '1/4', '1/2', '3/4', '1']);
  expect(lengthTicks(700, 900, 5, 'inch').map(({ words }) => words)).toEqual(['28', '30', '32', '34']);
  expect(lengthTicks(5, 5, 5, 'metric')).toEqual([]);
});

test('every mark lies between the ends, none is a decimal of an inch, and there are not too many', () =>
  fc.assert(
    fc.property(
      fc.double({ min: -3000, max: 3000, noNaN: true }),
      fc.double({ min: 2, max: 4000, noNaN: true }),
      fc.constantFrom('metric' as const, 'inch' as const),
      (from, span, units) => {
        const marks = lengthTicks(from, from + span, 6, units);
        const per = units === 'inch' ? 25.4 : 1;
        for (const { at, words } of marks) {
          expect(at * per).toBeGreaterThanOrEqual(from - 1e-3);
          expect(at * per).toBeLessThanOrEqual(from + span + 1e-3);
          expect(words).not.toContain('.');
        }
        expect(marks.length).toBeLessThanOrEqual(8);
      },
    ),
  ));
