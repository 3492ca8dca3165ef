import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { FREE_KINDS } from './names';

/** Changes that may be made together. */
export const MOST_TOGETHER = 3;
export const MOST_OFFERS = 50;

/** What a search for what frees a package keeps to: what the shop does not do, and what the customer refuses. */
export const freeLimitsSchema = z.strictObject({
  format: z
    .literal('vexlo/free-limits', { error: 'is not "vexlo/free-limits"' })
    .default('vexlo/free-limits'),
  version: z.literal(1, { error: 'is not 1' }).default(1),
  /** The grade that is asked for. */
  grade: oneOf(['free', 'close']).default('free'),
  changes: whole(1, MOST_TOGETHER).default(MOST_TOGETHER),
  offers: whole(1, MOST_OFFERS).default(12),
  /** Kinds that are not done. */
  avoid: z.array(oneOf(FREE_KINDS)).max(FREE_KINDS.length).default([]),
  /** Parts that nothing is done to. */
  keep: z.array(words(60, 1)).max(100).default([]),
  /** The most of a kind, mm; degrees of the lock stop. */
  most: z.partialRecord(z.enum(FREE_KINDS), within(0, 500)).default({}),
});
export type FreeLimits = z.output<typeof freeLimitsSchema>;

export const NO_LIMITS: FreeLimits = freeLimitsSchema.parse({});
