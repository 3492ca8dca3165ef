import { z } from 'zod';
import { oneOf, words } from './fields';
import { minuteOfDay } from '../time/wallClock';
import { WEEKDAYS } from './names';
import { dateSchema } from './time';

const clock = z.string({ error: 'is missing; write 08:00' }).regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, {
  error: ({ input }) => `${JSON.stringify(input)} is not a time of day; write 08:00`,
});

const hoursSchema = z
  .array(z.strictObject({ day: oneOf(WEEKDAYS), from: clock, to: clock }))
  .min(1, { error: 'is empty; a shop that never opens has no plan' })
  .max(28)
  .superRefine((list, ctx) => {
    const tell = (i: number, message: string): void => {
      ctx.addIssue({ code: 'custom', path: [i, 'to'], message });
    };
    list.forEach(({ day, from, to }, i) => {
      if (minuteOfDay(to) <= minuteOfDay(from)) tell(i, `${to} is not after ${from}; give a later time`);
      const clash = list.some(
        (other, k) =>
          k < i &&
          other.day === day &&
          minuteOfDay(other.from) < minuteOfDay(to) &&
          minuteOfDay(from) < minuteOfDay(other.to),
      );
      if (clash) tell(i, `${day} ${from} to ${to} overlaps other hours of that day; join them`);
    });
  });

const named = (what: string) => ({
  check: (list: readonly string[], ctx: z.core.$RefinementCtx) => {
    list.forEach((name, i) => {
      if (list.indexOf(name) < i)
        ctx.addIssue({
          code: 'custom',
          path: [i],
          message: `"${name}" names two ${what}; give each its own name`,
        });
    });
  },
});

/** When a shop works, where, and who does what. */
export const shopCalendarSchema = z.strictObject({
  hours: hoursSchema,
  closed: z.array(dateSchema).max(400),
  bays: z
    .array(words(30, 1))
    .min(1, { error: 'is empty; name at least one bay' })
    .max(30)
    .superRefine((list, ctx) => named('bays').check(list, ctx)),
  people: z
    .array(z.strictObject({ name: words(60, 1), skills: z.array(words(40, 1)).max(30) }))
    .min(1, { error: 'is empty; name at least one person' })
    .max(60)
    .superRefine((list, ctx) =>
      named('people').check(
        list.map(({ name }) => name),
        ctx,
      ),
    ),
});

export type ShopCalendar = z.output<typeof shopCalendarSchema>;

/** What ships, to be put right by the shop. */
export const SHIPPED_CALENDAR: ShopCalendar = {
  hours: (['Mon', 'Tue', 'Wed', 'Thu', 'Fri'] as const).map((day) => ({ day, from: '08:00', to: '17:00' })),
  closed: [],
  bays: ['Bay 1'],
  people: [
    {
      name: 'Whoever is in',
      skills: ['suspension', 'axle', 'brakes', 'bodywork', 'alignment', 'recalibration'],
    },
  ],
};
