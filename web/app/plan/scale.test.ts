import fc from 'fast-check';
import { expect, test } from 'vitest';
import { minuteOf } from '../../../core/time/wallClock';
import { boardScale, hourTicks, lanesOf, minuteAt, pieces } from './scale';
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

test('every second hour stands on the axis of a day', () =>
  expect(hourTicks(SCALE)).toEqual([8, 10, 12, 14, 16].map((hour) => ({ hour, share: (hour - 8) / 9 }))));

test('no strip and no name lies on another one of its lane', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: 4 }),
          fc.integer({ min: 0, max: 30 }),
          fc.integer({ min: 1, max: 40 }),
        ),
        {
          maxLength: 14,
        },
      ),
      (tasks) => {
        const list = tasks.map(([day, quarter, long], i) => {
          const startMin = WEEK + day * 1440 + 480 + quarter * 15;
          return { id: String(i), startMin, endMin: startMin + long * 15 };
        });
        const lanes = lanesOf(SCALE, list);
        expect(lanes.size).toBe(list.length);
        const taken = list.map(({ id, startMin, endMin }) => {
          const drawn = pieces(SCALE, startMin, endMin);
          const last = drawn.at(-1);
          const [left, right] = [drawn[0]?.left ?? 0, (last?.left ?? 0) + Math.max(0.022, last?.width ?? 0)];
          const { lane, name } = lanes.get(id) ?? { lane: -1, name: 'in' };
          return {
            lane,
            from: name === 'before' ? left - 0.15 : left,
            to: name === 'after' ? right + 0.15 : right,
          };
        });
        taken.forEach((one, i) => {
          // A name is never cut off at the edge of the board.
          expect(one.to).toBeLessThanOrEqual(1 + 1e-9);
          for (const other of taken.slice(i + 1))
            if (one.lane === other.lane)
              expect(one.to <= other.from + 1e-6 || other.to <= one.from + 1e-6).toBe(true);
        });
      },
    ),
  ));
