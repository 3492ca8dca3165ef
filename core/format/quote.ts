import { z } from 'zod';
import { whole, within, words } from './fields';
import { dateSchema } from './time';
import { priceSchema } from './workRules';

/** What the shop sells by. */
export const termsSchema = z.strictObject({
  /** As it stands behind an amount. */
  currency: words(8, 1),
  hourlyRate: within(0, 10_000),
  taxPct: within(0, 60, '%'),
  validDays: whole(1, 365),
});

export type Terms = z.output<typeof termsSchema>;

export const SHIPPED_TERMS: Terms = { currency: 'cr', hourlyRate: 0, taxPct: 0, validDays: 30 };

const lineSchema = z.strictObject({
  id: words(60, 1),
  label: words(160, 1),
  /** Of a part; 0 where the line is work alone. */
  count: within(0, 10_000),
  /** Of one; null where nobody has entered it. */
  price: priceSchema,
  minutes: within(0, 100_000, 'min'),
  /** Found out on the vehicle, and not in the sum. */
  perhaps: z.boolean({ error: 'is not true/false' }),
});

export type QuoteLine = z.output<typeof lineSchema>;

const optionSchema = z.strictObject({
  stageId: whole(1, 2_147_483_647),
  label: words(120),
  /** What it fits and lifts, in a line. */
  summary: words(300),
  lines: z.array(lineSchema).max(300),
  gains: z.array(words(400, 1)).max(40),
  costs: z.array(words(400, 1)).max(40),
});

export type QuoteOption = z.output<typeof optionSchema>;

/** A quote as it stands: every price, rate and word in it, so that it says the same whatever changes later. */
export const quoteSchema = z.strictObject({
  madeOn: dateSchema,
  validUntil: dateSchema,
  terms: termsSchema,
  options: z.array(optionSchema).min(1, { error: 'is empty; offer at least one stage' }).max(8),
  note: words(2000),
});

export type Quote = z.output<typeof quoteSchema>;
