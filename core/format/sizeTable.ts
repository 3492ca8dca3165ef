import { z } from 'zod';
import { within, words } from './fields';

/**
 * A shop's rule of thumb: axles with a ring gear of at least so much take tires up to so tall, as they are and with
 * the upgrades named.
 */
export const sizeTableSchema = z
  .array(
    z.strictObject({
      label: words(80, 1),
      fromRingMm: within(80, 500, 'mm'),
      largestMm: within(500, 1600, 'mm'),
      upgradedMm: within(500, 1600, 'mm'),
      upgrades: words(160).default(''),
    }),
  )
  .max(20, { error: 'has more than 20 rows; take some out' });

export type SizeRow = z.output<typeof sizeTableSchema>[number];
