import { z } from 'zod';
import { oneOf, within } from './fields';
import { SPARE_PLACE_NAMES } from './names';

/** The place of the spare, from four figures that a tape and a label give. */
export const spareSchema = z.strictObject({
  place: oneOf(SPARE_PLACE_NAMES),
  /** The largest circle that is free there. */
  diameterMm: within(300, 1500, 'mm').optional(),
  /** How wide a tire may be there: down to whatever it lies or leans against, and up to what it must not touch. */
  depthMm: within(80, 800, 'mm').optional(),
  /** What winch, carrier or bolts carry, as their maker states it. */
  ratedKg: within(0, 300, 'kg', true).optional(),
  /** Under the floor: from the ground to the lower side of the spare as delivered. On the door: from the middle of its carrier down to what stands below. */
  clearMm: within(0, 2000, 'mm').optional(),
});
export type Spare = z.output<typeof spareSchema>;
