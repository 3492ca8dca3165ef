import { DAY_MIN, minuteOfDay } from '../../../core/time/wallClock';
import { WEEKDAYS } from '../../../core/format/time';
import type { ShopCalendar } from '../../../core/format/shopCalendar';

/** How the minutes of a week lie across the board: open days side by side, each from the first to the last open hour. */
export type BoardScale = {
  weekMin: number;
  /** Day numbers of the week that are drawn, 0 Monday. */
  days: readonly number[];
  fromMin: number;
  toMin: number;
};

export function boardScale(calendar: ShopCalendar, weekMin: number): BoardScale {
  const days = [...new Set(calendar.hours.map(({ day }) => WEEKDAYS.indexOf(day)))].sort((a, b) => a - b);
  return {
    weekMin,
    days,
    fromMin: Math.min(...calendar.hours.map(({ from }) => minuteOfDay(from))),
    toMin: Math.max(...calendar.hours.map(({ to }) => minuteOfDay(to))),
  };
}

/** Pieces of a span of minutes as shares of the board's width, one for each day it lies on. */
export function pieces(
  scale: BoardScale,
  startMin: number,
  endMin: number,
): { left: number; width: number }[] {
  const span = scale.toMin - scale.fromMin;
  return scale.days.flatMap((day, column) => {
    const open = scale.weekMin + day * DAY_MIN + scale.fromMin;
    const from = Math.max(startMin, open);
    const to = Math.min(endMin, open + span);
    if (to <= from) return [];
    return [
      {
        left: (column + (from - open) / span) / scale.days.length,
        width: (to - from) / span / scale.days.length,
      },
    ];
  });
}

/** The minute at a share of the board's width, to the quarter of an hour. */
export function minuteAt(scale: BoardScale, share: number): number {
  const span = scale.toMin - scale.fromMin;
  const at = Math.min(Math.max(share, 0), 0.999999) * scale.days.length;
  const column = Math.floor(at);
  const minute = scale.fromMin + (at - column) * span;
  return scale.weekMin + (scale.days[column] ?? 0) * DAY_MIN + Math.round(minute / 15) * 15;
}
