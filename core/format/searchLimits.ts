import { z } from 'zod';
import { oneOf, whole, within } from './fields';
import { CUT_KINDS, type CutKind } from '../cutting/kinds';
import { ruleSetSchema } from './rules';
import { USUAL_WISHES, ZONES } from './names';
import { useSchema } from './use';

const KINDS = Object.keys(CUT_KINDS) as [CutKind, ...CutKind[]];

/** What a package has to keep to. What is left out is no limit. */
export const limitsSchema = z.strictObject({
  /** Free, close, or such that what is met can be cut clear. */
  grade: oneOf(['free', 'close', 'trim']).default('close'),
  /** Which kinds of trimming may be asked for where the grade is `trim`. */
  cutting: z.array(oneOf(KINDS)).max(KINDS.length).default([]),
  /** Which poses decide, where it is not the stage's own zone; the shop's own zone before one of the three. */
  zone: oneOf(ZONES).optional(),
  zoneLimits: useSchema.shape.zoneLimits,
  /** Whether the grade has to hold with the tire grown in service too; otherwise as the stage says. */
  grown: z.boolean({ error: 'is not true/false' }).default(false),
  /** Share of the inside lock that can be used at ride height. */
  lockKept: within(0, 1).optional(),
  /** Capacity of two tires over the load of the axle, beyond what the load check asks for: 0.2 is a fifth more. */
  loadReserve: within(0, 3).optional(),
  /** Whether the speedometer has to stay lawful without being set anew. */
  speedometer: z.boolean({ error: 'is not true/false' }).default(false),
  /** Whether the rules of the place have to be kept. */
  rules: z.boolean({ error: 'is not true/false' }).default(false),
  /** Those rules, where they are not the ones that are in force for the stage. */
  ruleSet: ruleSetSchema.optional(),
  /** Least of capacity over demand of any part of an axle. */
  axleFactor: within(0, 5).optional(),
  /** Engine speed at the cruising speed in top gear, rpm. */
  rpm: z.strictObject({ least: within(200, 20_000, 'rpm'), most: within(200, 20_000, 'rpm') }).optional(),
  /** Of all parts together; a package with a part whose price is not known is over it. */
  budget: within(0, 1e7).optional(),
  /** Days until all of it is there. */
  days: whole(0, 365).optional(),
});

export type Limits = z.output<typeof limitsSchema>;

/** How much each thing matters, 0 to 1. */
export const wishesSchema = z.strictObject({
  clearance: within(0, 1).default(USUAL_WISHES.clearance),
  lock: within(0, 1).default(USUAL_WISHES.lock),
  cost: within(0, 1).default(USUAL_WISHES.cost),
  mass: within(0, 1).default(USUAL_WISHES.mass),
  sidewall: within(0, 1).default(USUAL_WISHES.sidewall),
  uncut: within(0, 1).default(USUAL_WISHES.uncut),
});

export type Wishes = z.output<typeof wishesSchema>;
