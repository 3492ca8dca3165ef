import { z } from 'zod';
import { oneOf, within } from './fields';

/** Where a spare is carried, in the words of the editor. */
export const SPARE_PLACES = {
  floor: 'under the floor',
  door: 'on the door',
  bed: 'on the bed',
  well: 'in a well of its own',
} as const;
export type SparePlace = keyof typeof SPARE_PLACES;
export const SPARE_PLACE_NAMES = Object.keys(SPARE_PLACES) as [SparePlace, ...SparePlace[]];

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
