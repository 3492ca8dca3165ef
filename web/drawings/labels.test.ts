import fc from 'fast-check';
import { expect, test } from 'vitest';
import { placeLabels } from './labels';

const LINE = 14;
const label = fc.record({
  x: fc.integer({ min: 0, max: 300 }),
  y: fc.integer({ min: 0, max: 200 }),
  width: fc.integer({ min: 10, max: 120 }),
  toLeft: fc.boolean(),
});

test('no two labels run over each other, and the first stays where it belongs', () => {
  fc.assert(
    fc.property(fc.array(label, { minLength: 1, maxLength: 25 }), (labels) => {
      const lines = placeLabels(labels, LINE);
      expect(lines[0]).toBe(labels[0]?.y);
      const boxes = labels.map(({ x, width, toLeft }, i) => ({
        from: toLeft ? x - width : x,
        to: toLeft ? x : x + width,
        y: lines[i] ?? NaN,
      }));
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1))
          expect(a.to <= b.from || b.to <= a.from || Math.abs(a.y - b.y) >= LINE).toBe(true);
    }),
  );
});

test('labels that are apart stay where they are', () => {
  const far = [0, 20, 40].map((y) => ({ x: 10, y, width: 50, toLeft: false }));
  expect(placeLabels(far, LINE)).toEqual([0, 20, 40]);
});
