import { DAY_MIN, WEEK_MIN } from '../time/wallClock';

/** Opening hours of a shop: minutes of the week from Monday 0:00, half open, ascending, not touching. */
export type WeekHours = readonly (readonly [fromMin: number, toMin: number])[];
/** Days on which it stays shut, counted from the day that minute 0 of the plan falls on. */
export type Closed = ReadonlySet<number>;

/**
 * Time of a plan in minutes from a Monday 0:00 on. Work goes on in open minutes only; drying and deliveries do not care.
 * Throws where the shop never opens: a fault of whoever made the calendar.
 */
export type Calendar = {
  /** The first open minute at or after one. */
  nextOpen: (min: number) => number;
  /** When work that begins at an open minute is done after so many open minutes. */
  after: (startMin: number, workMin: number) => number;
};

/** A calendar of the same hours every week, but for the days that are closed. */
export function calendarOf(hours: WeekHours, closed: Closed = new Set()): Calendar {
  if (!hours.some(([from, to]) => to > from)) throw new Error('a shop that never opens has no plan');
  // The longest run of closed days that is looked past: a year. Beyond it the calendar is taken to be wrong.
  const FAR = 366 * DAY_MIN;
  const dayShut = (min: number): boolean => closed.size > 0 && closed.has(Math.floor(min / DAY_MIN));
  /** When the hours end that a minute falls in, closed days left aside; −Infinity where it falls in none. */
  const openUntil = (min: number): number => {
    const week = Math.floor(min / WEEK_MIN) * WEEK_MIN;
    for (const span of hours) if (min - week >= span[0] && min - week < span[1]) return span[1] + week;
    return -Infinity;
  };
  const nextOpen = (min: number): number => {
    let at = min;
    while (at < min + FAR) {
      if (dayShut(at)) {
        at = (Math.floor(at / DAY_MIN) + 1) * DAY_MIN;
        continue;
      }
      if (openUntil(at) > at) return at;
      const week = Math.floor(at / WEEK_MIN) * WEEK_MIN;
      let next = week + WEEK_MIN;
      for (const span of hours)
        if (span[0] + week > at) {
          next = span[0] + week;
          break;
        }
      // Not past a midnight at once: the next day may be a closed one.
      at = closed.size === 0 ? next : Math.min(next, (Math.floor(at / DAY_MIN) + 1) * DAY_MIN);
    }
    throw new Error('the shop does not open within a year');
  };
  return {
    nextOpen,
    after: (startMin, workMin) => {
      let at = nextOpen(startMin);
      let left = workMin;
      while (left > 0) {
        const until = openUntil(at);
        const end = closed.size === 0 ? until : Math.min(until, (Math.floor(at / DAY_MIN) + 1) * DAY_MIN);
        const share = Math.min(left, end - at);
        left -= share;
        at = left > 0 ? nextOpen(end) : at + share;
      }
      return at;
    },
  };
}
