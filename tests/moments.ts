/**
 * Moments at which days go wrong: closed days, a morning before the shop opens, the ends of a month, a leap year and a year, and
 * the two nights when clocks change (in central European time, which the tests that live on them are run in).
 */
export const MOMENTS = [
  ['a Saturday night', '2026-11-28T23:50'],
  ['a Sunday', '2026-11-29T12:00'],
  ['a Monday morning', '2026-11-30T07:55'],
  ['31 December', '2026-12-31T16:30'],
  ['29 February', '2028-02-29T10:00'],
  ['the night that loses an hour', '2027-03-28T01:55'],
  ['the night that has an hour twice', '2027-10-31T02:30'],
] as const;
export const MOMENTS_ZONE = 'CET';
