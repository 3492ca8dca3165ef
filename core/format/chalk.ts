import { z } from 'zod';
import { AXLES } from './names';
import { oneOf, within, words } from './fields';

/** Where the chalk went first: all across, in the middle, or at both edges. */
export const CHALK_MARKS = ['even', 'centre', 'edges'] as const;

/** Chalk tests of the tires that are on, oldest first: a line across the tread, a short straight drive, a look. */
export const chalkSchema = z
  .array(
    z.strictObject({
      axle: oneOf(AXLES),
      kpa: within(50, 1000, 'kPa'),
      mark: oneOf(CHALK_MARKS),
      /** The day it was done, as 2026-03-31. */
      on: z
        .string()
        .regex(/^\d{4}-\d{2}-\d{2}$/, { error: 'is not a day; write it as 2026-03-31' })
        .optional(),
      by: words(80).optional(),
    }),
  )
  .max(60, { error: 'has more than 60 entries; take the oldest out' });

export type Chalk = z.output<typeof chalkSchema>[number];
