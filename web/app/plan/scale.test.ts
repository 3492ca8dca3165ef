import fc from 'fast-check';
import { expect, test } from 'vitest';
import { minuteOf } from '../../../core/time/wallClock';
import { boardScale, minuteAt, pieces } from './scale';
import { SHIPPED_CALENDAR } from '../../../core/format/shopCalendar';

const WEEK = minuteOf('2026-11-23');
const SCALE = boardScale(SHIPPED_CALENDAR, WEEK);

test('five days from eight to five; a task over night stands in two pieces', () => {
  expect(SCALE).toMatchObject({ days: [0, 1, 2, 3, 4], fromMin: 480, toMin: 1020 });
  const night = pieces(SCALE, minuteOf('2026-11-23T16:00'), minuteOf('2026-11-24T09:00'));
  expect(night).toHaveLength(2);
  expect(night[0]?.left).toBeCloseTo(0.2 * (8 / 9), 10);
  expect(night[1]?.left).toBeCloseTo(0.2, 10);
  expect(night[1]?.width).toBeCloseTo(0.2 / 9, 10);
  expect(pieces(SCALE, WEEK - 600, WEEK)).toEqual([]);
});

test('where a piece begins is the minute that it begins at', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 34 }), (day, quarter) => {
      const minute = WEEK + day * 1440 + 480 + quarter * 15;
      const [piece] = pieces(SCALE, minute, minute + 15);
      expect(minuteAt(SCALE, (piece?.left ?? -1) + 1e-9)).toBe(minute);
    }),
  ));
