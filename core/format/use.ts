import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { ruleSetSchema } from './rules';
import { ZONES, FUSES } from './names';

/** Whether a soft liner may touch lightly in the last degrees of lock. */
export const RUB_POLICIES = ['none', 'liner-kiss'] as const;

/** A tire as it is sold, and as UN Regulation 30 lets it grow in service. */
export const TIRE_AGES = ['new', 'grown'] as const;
export type TireAge = (typeof TIRE_AGES)[number];

export type RubPolicy = (typeof RUB_POLICIES)[number];

const share = within(0, 1);

export const useSchema = z.strictObject({
  zone: oneOf(ZONES).default('street'),
  /** The shop's own zone, in force in place of `zone`: shares of bump and of lock up to which a pose counts. */
  zoneLimits: z.strictObject({ label: words(40, 1), bump: share, lock: share }).optional(),
  rub: oneOf(RUB_POLICIES).default('none'),
  /** How far the ride height may be from what was measured, one standard deviation. */
  rideSpreadMm: within(0, 60, 'mm').optional(),
  marginMm: within(0, 200, 'mm').default(10),
  /** Which tire decides the grade: as it is sold, or as it may grow in service. */
  tire: oneOf(TIRE_AGES).default('new'),
  grid: z.strictObject({ lock: whole(1, 181).default(41), travel: whole(2, 121).default(25) }).prefault({}),
  cruiseKmh: within(10, 250, 'km/h').optional(),
  topKmh: within(10, 350, 'km/h').optional(),
  style: oneOf(['touring', 'trail', 'crawl', 'bounce']).optional(),
  comfortRpm: within(200, 20_000, 'rpm').optional(),
  /** The part of each axle that is meant to give first. */
  fuse: z.strictObject({ front: oneOf(FUSES).optional(), rear: oneOf(FUSES).optional() }).optional(),
  /** The rule set of the place that is in force for this job. */
  rules: ruleSetSchema.optional(),
});

export type Use = z.output<typeof useSchema>;
