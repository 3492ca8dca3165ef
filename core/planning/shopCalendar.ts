import { calendarOf, type Calendar } from './calendar';
import type { Resources } from './task';
import { DAY_MIN, minuteOf, minuteOfDay } from '../time/wallClock';
import { WEEKDAYS } from '../format/names';
import type { ShopCalendar } from '../format/shopCalendar';

/** The opening hours as a calendar of the plan's minutes. Hours of a day that touch are joined. */
export function planCalendar({ hours, closed }: ShopCalendar): Calendar {
  const spans = hours
    .map(({ day, from, to }): [number, number] => {
      const start = WEEKDAYS.indexOf(day) * DAY_MIN;
      return [start + minuteOfDay(from), start + minuteOfDay(to)];
    })
    .sort((a, b) => a[0] - b[0]);
  const joined: [number, number][] = [];
  for (const span of spans) {
    const last = joined.at(-1);
    if (last && last[1] === span[0]) last[1] = span[1];
    else joined.push(span);
  }
  return calendarOf(joined, new Set(closed.map((day) => minuteOf(day) / DAY_MIN)));
}

export function planResources({ bays, people }: ShopCalendar): Resources {
  return { bays, people: people.map(({ name, skills }) => ({ id: name, skills })) };
}
