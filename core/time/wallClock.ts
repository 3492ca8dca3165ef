import { WEEKDAYS } from '../format/names';

const MONDAY_MS = Date.UTC(1970, 0, 5);
export const DAY_MIN = 1440;
export const WEEK_MIN = 7 * DAY_MIN;

/** Minutes of the plan's clock at a wall time; a date alone is its midnight. */
export function minuteOf(wallTime: string): number {
  return (Date.parse(`${wallTime.length === 10 ? `${wallTime}T00:00` : wallTime}Z`) - MONDAY_MS) / 60_000;
}

/** The wall time at a minute, `2026-03-31T14:20`. */
export function wallTimeAt(minute: number): string {
  return new Date(MONDAY_MS + Math.round(minute) * 60_000).toISOString().slice(0, 16);
}

/** Minutes of the day at a time of day, `08:30`. */
export const minuteOfDay = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));

/** `Tue 31 Mar, 14:20`. */
export function sayTime(minute: number): string {
  const text = wallTimeAt(minute);
  return `${sayDay(minute)}, ${text.slice(11)}`;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/** `14 Jan 2025` of a date, `14 Jan 2025, 14:20` of a wall time; what is neither stays as it is. */
export function sayDate(wallTime: string): string {
  const [, year, month, day, time] = /^(\d{4})-(\d\d)-(\d\d)(?:T(\d\d:\d\d))?/.exec(wallTime) ?? [];
  const name = MONTHS[Number(month) - 1];
  return name ? `${Number(day)} ${name} ${year}${time ? `, ${time}` : ''}` : wallTime;
}

/** `Tue 31 Mar`. */
export function sayDay(minute: number): string {
  const [, month = '1', day = '1'] = wallTimeAt(minute).slice(0, 10).split('-');
  const weekday = WEEKDAYS[((Math.floor(minute / DAY_MIN) % 7) + 7) % 7] ?? 'Mon';
  return `${weekday} ${Number(day)} ${MONTHS[Number(month) - 1] ?? ''}`;
}
