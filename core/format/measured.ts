import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { tireSchema } from './tire';
import { wheelSchema } from './wheel';
import { SIDES, SHAPES } from './names';

const errorMm = within(0, 200, 'mm');
const shift = within(-2000, 2000, 'mm');

/** One reading of the tape round: which one (core/measure/round.ts), on which side, and how sure. */
export const readingSchema = z.strictObject({
  reading: words(40, 1),
  side: oneOf(SIDES).default('left'),
  valueMm: within(-5000, 5000, 'mm'),
  errorMm: errorMm.optional(),
});
export type TapeReading = z.output<typeof readingSchema>;

/** A gap read with a wheel on: what stood there, in which pose, and how far it was from a named thing. */
export const gapSchema = z.strictObject({
  obstacle: words(60, 1),
  side: oneOf(SIDES).default('left'),
  /** What was mounted; left out, the tire and wheel as delivered. */
  mounted: z
    .strictObject({
      tire: tireSchema,
      wheel: wheelSchema,
      spacerMm: within(0, 300, 'mm').default(0),
    })
    .optional(),
  /** Positive: this wheel is on the inside of the turn. */
  lockDeg: within(-60, 60, '°'),
  /** Hub height above ride height as delivered: 0 as it stands empty, positive loaded. */
  travelMm: within(-1000, 1000, 'mm').default(0),
  gapMm: within(-100, 2000, 'mm'),
  errorMm: errorMm.default(2),
});
export type GapReading = z.output<typeof gapSchema>;

/** What was read off one axle's corners, as it was read. The obstacles are worked out from it. */
export const measuredSchema = z.strictObject({
  shape: oneOf(SHAPES).optional(),
  readings: z.array(readingSchema).max(400).default([]),
  gaps: z.array(gapSchema).max(400).default([]),
  /** What gaps have moved, by how much, and how sure it was before: taken off again when the gaps change. */
  placed: z
    .array(
      z.strictObject({
        obstacle: words(60, 1),
        shiftMm: z.tuple([shift, shift, shift]),
        /** By how much each of its points was moved, where places of it were read and stay. */
        byMm: z
          .array(z.tuple([shift, shift, shift]))
          .max(2000)
          .optional(),
        tapeErrorMm: errorMm,
        estimated: z.array(whole(0, 1999)).max(2000).optional(),
      }),
    )
    .max(50)
    .default([]),
});
export type Measured = z.output<typeof measuredSchema>;
