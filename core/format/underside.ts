import { z } from 'zod';
import { oneOf, within, words } from './fields';
import { UNDERSIDE_CARRIERS } from './names';

/** Low points under the vehicle as delivered, standing on the ground it was measured on. */
export const undersideSchema = z
  .array(
    z.strictObject({
      label: words(60).default(''),
      /** Negative ahead of the front axle. */
      behindFrontAxleMm: within(-3000, 12_000, 'mm'),
      heightMm: within(0, 3000, 'mm'),
      carrier: oneOf(UNDERSIDE_CARRIERS),
    }),
  )
  .max(60, { error: 'has more than 60 points; keep the lowest ones' });

export type LowPoint = z.output<typeof undersideSchema>[number];
