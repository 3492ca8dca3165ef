import { z } from 'zod';
import { AXLES } from './names';
import { oneOf, whole, within, words } from './fields';
import { MADE_ID } from './log';
import { LEAST_PHOTOS, MOST_PHOTOS, photoRoundSchema } from './photoRound';

const madeId = z.string().regex(MADE_ID, { error: 'is no id; send the one that it was made with' });
/** A corner may stand a little outside of its picture. */
const pixel = within(-1000, 20_000, 'px');

/** A picture of a round as it is kept: its cards' corners in the sensor's own pixels, and nothing of place, time or camera. */
const keptPictureSchema = z.strictObject({
  id: madeId,
  name: words(200, 1),
  width: whole(1, 20_000),
  height: whole(1, 20_000),
  focal35Mm: within(8, 400, 'mm').optional(),
  /** Quarter turns, clockwise, until it stands upright. */
  turns: whole(0, 3).default(0),
  found: z
    .array(z.strictObject({ id: whole(0, 586), corners: z.array(pixel).length(8) }))
    .max(587, { error: 'has more than the 587 cards that there are' }),
});

/**
 * A photo round as it is kept with a vehicle: set-up and sightings, from which it can be computed again. `key` is made with the
 * round: sent twice it stands once, and one that was added to takes the place of the one before if that is at `version`.
 */
export const keptRoundSchema = z.strictObject({
  key: madeId,
  version: whole(0, 1e6),
  axle: oneOf(AXLES),
  simulated: z.boolean({ error: 'is missing or not true/false' }),
  round: photoRoundSchema,
  pictures: z.array(keptPictureSchema).min(LEAST_PHOTOS).max(MOST_PHOTOS),
  /** What it said of parts that had been read by other means: what photographs are judged by. */
  against: z
    .array(
      z.strictObject({
        obstacle: words(60, 1),
        /** Farther from the axle than it stood. */
        mm: within(-2000, 2000, 'mm'),
        spreadMm: within(0, 500, 'mm'),
      }),
    )
    .max(50)
    .default([]),
});
export type KeptRound = z.output<typeof keptRoundSchema>;
