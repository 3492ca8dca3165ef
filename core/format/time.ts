import { z } from 'zod';

/**
 * The shop's own wall clock as text, `2026-03-31T14:20`: plans, ticks and drying all go by it, in no time zone. Minutes of
 * a plan run from Monday, 5 January 1970, 0:00 of that clock, so that weeks of minutes begin on Mondays.
 */
export const wallTimeSchema = z
  .string({ error: 'is missing; write 2026-03-31T14:20' })
  .refine((text) => /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(text) && Number.isFinite(Date.parse(`${text}Z`)), {
    error: ({ input }) => `${JSON.stringify(input)} is no time; write 2026-03-31T14:20`,
  });

/** A day of the calendar, `2026-03-31`. */
export const dateSchema = z
  .string({ error: 'is missing; write 2026-03-31' })
  .refine((text) => /^\d{4}-\d{2}-\d{2}$/.test(text) && Number.isFinite(Date.parse(`${text}T00:00Z`)), {
    error: ({ input }) => `${JSON.stringify(input)} is not a date; write 2026-03-31`,
  });
