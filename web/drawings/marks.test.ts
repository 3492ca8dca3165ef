import fc from 'fast-check';
import { expect, test } from 'vitest';
import { circlePath } from './marks';

test('a circle of a path is one: two half circles whose ends are a diameter apart, there and back', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 9, noNaN: true }),
      fc.integer({ min: 0, max: 600 }),
      fc.integer({ min: 0, max: 300 }),
      (r, cx, cy) => {
        const path = circlePath({ cx, cy }, r);
        const [left, y] = (/^M([\d.-]+) ([\d.-]+)/.exec(path) ?? []).slice(1).map(Number);
        const arcs = [...path.matchAll(/a([\d.]+) ([\d.]+) 0 1 0 ([\d.-]+) 0/g)].map((one) =>
          one.slice(1).map(Number),
        );
        expect(arcs).toHaveLength(2);
        const [[rx = NaN, ry = NaN, there = NaN] = [], back] = arcs;
        expect(rx).toBe(ry);
        expect(Math.abs(rx - r)).toBeLessThanOrEqual(0.05 + 1e-9);
        expect(there).toBeCloseTo(2 * rx, 9);
        expect(back?.[2]).toBeCloseTo(-there, 9);
        expect(y).toBe(cy);
        expect(left).toBeCloseTo(cx - rx, 6);
      },
    ),
  ));
