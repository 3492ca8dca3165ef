import { z } from 'zod';
import { words } from './fields';

/** Where a figure of the vehicle was read: by which device, when, and whether the device was a simulated one. */
export const readingsSchema = z
  .array(
    z.strictObject({
      /** The place it went to, as `massKg.front`. */
      path: words(80, 1),
      device: words(80, 1),
      simulated: z.boolean({ error: 'is missing or not true/false' }),
      at: words(40, 1),
    }),
  )
  .max(100, { error: 'has more than 100 entries; take the oldest out' });

export type ReadingSource = z.output<typeof readingsSchema>[number];
