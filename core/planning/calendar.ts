/** Opening hours of a shop: minutes of the week from Monday 0:00, half open, ascending, not touching. */
export type WeekHours = readonly (readonly [fromMin: number, toMin: number])[];
/** Days on which it stays shut, counted from the day that minute 0 of the plan falls on. */
export type Closed = ReadonlySet<number>;

const DAY = 1440;
const WEEK = 7 * DAY;

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
  const FAR = 366 * DAY;
  const openAt = (min: number): readonly [number, number] | undefined => {
    if (closed.has(Math.floor(min / DAY))) return undefined;
    const week = Math.floor(min / WEEK) * WEEK;
    const found = hours.find(([from, to]) => min - week >= from && min - week < to);
    return found && [found[0] + week, found[1] + week];
  };
  const nextOpen = (min: number): number => {
    let at = min;
    while (at < min + FAR) {
      if (openAt(at)) return at;
      const day = Math.floor(at / DAY);
      if (closed.has(day)) {
        at = (day + 1) * DAY;
        continue;
      }
      const week = Math.floor(at / WEEK) * WEEK;
      const next = hours.find(([from]) => from + week > at);
      at = next ? Math.min(next[0] + week, (day + 1) * DAY) : (Math.floor(at / WEEK) + 1) * WEEK;
    }
    throw new Error('the shop does not open within a year');
  };
  return {
    nextOpen,
    after: (startMin, workMin) => {
      let at = nextOpen(startMin);
      let left = workMin;
      while (left > 0) {
        const [, to] = openAt(at) ?? [at, at];
        const end = Math.min(to, (Math.floor(at / DAY) + 1) * DAY);
        const share = Math.min(left, end - at);
        left -= share;
        at = left > 0 ? nextOpen(end) : at + share;
      }
      return at;
    },
  };
}
