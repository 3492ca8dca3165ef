import { DAY_MIN, minuteOfDay } from '../../../core/time/wallClock';
import { WEEKDAYS } from '../../../core/format/names';
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

/** Hours that stand on the axis of a day: every second full one, as its share of the day's width. */
export function hourTicks({ fromMin, toMin }: BoardScale): { hour: number; share: number }[] {
  const first = Math.ceil(fromMin / 120) * 2;
  const last = Math.floor(toMin / 60);
  return Array.from({ length: Math.max(0, Math.floor((last - first) / 2) + 1) }, (_, i) => {
    const hour = first + 2 * i;
    return { hour, share: (hour * 60 - fromMin) / (toMin - fromMin) };
  }).filter(({ share }) => share < 0.97);
}

/** A strip narrower than this share of the board has its name beside it. */
const NARROW = 0.09;
/** No strip is drawn narrower than a hand can hit. */
const LEAST = 0.022;
/** As much of the board as a name takes beside its strip. */
const NAME = 0.15;

/** Where a task lies on the board: its lane, and whether its name stands in one of its pieces, after the last or before the first. */
export type Lane = { lane: number; name: 'in' | 'after' | 'before'; piece: number };

/** Lanes side by side, so that neither what goes on at once nor a name beside a strip covers anything. */
export function lanesOf(
  scale: BoardScale,
  list: readonly { id: string; startMin: number; endMin: number }[],
): Map<string, Lane> {
  const ends: number[] = [];
  const lanes = new Map<string, Lane>();
  for (const { id, startMin, endMin } of [...list].sort((one, other) => one.startMin - other.startMin)) {
    const drawn = pieces(scale, startMin, endMin);
    const [first] = drawn;
    const last = drawn.at(-1);
    if (!first || !last) continue;
    const end = Math.max(last.left + last.width, last.left + LEAST);
    const piece = drawn.findIndex(({ width }) => width >= NARROW);
    const name = piece >= 0 ? 'in' : end + NAME > 1 ? 'before' : 'after';
    const from = name === 'before' ? first.left - NAME : first.left;
    const to = name === 'after' ? end + NAME : end;
    const free = ends.findIndex((before) => before <= from + 1e-9);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = to;
    lanes.set(id, { lane, name, piece });
  }
  return lanes;
}
