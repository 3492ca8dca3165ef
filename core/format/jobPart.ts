import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { dateSchema } from './time';
import { priceSchema } from './workRules';

/** Where a part of a job can be, in the order of its life. */
export const PART_STATES = ['wanted', 'ordered', 'arrived', 'fitted', 'returned'] as const;
export type PartState = (typeof PART_STATES)[number];

const stepSchema = z.strictObject({
  state: oneOf(PART_STATES),
  on: dateSchema,
  by: words(60, 1),
});
export type PartStep = z.output<typeof stepSchema>;

/** A part that a job needs, as it was asked for or ordered: a price that changes later changes nothing here. */
export const jobPartSchema = z.strictObject({
  /** Of the rule that asks for it, or its own. */
  id: words(60, 1).regex(/^[a-z][a-z0-9-]{0,59}$/, { error: 'is no id; small letters, digits and dashes' }),
  label: words(200, 1),
  count: within(0, 10_000, '', true),
  /** Of one; null where nobody has entered it. */
  price: priceSchema,
  /** From whom; empty where it is not decided. */
  supplier: words(80),
  /** The row of the catalog, where it is from there. */
  item: whole(1, 2_147_483_647).optional(),
  /** Days that its delivery is said to take. */
  leadDays: whole(0, 365).default(0),
  /** The day that it is promised for. */
  expectedOn: dateSchema.optional(),
  /** What happened to it, in order; nothing yet is wanted. */
  steps: z.array(stepSchema).max(40),
});
export type JobPart = z.output<typeof jobPartSchema>;
