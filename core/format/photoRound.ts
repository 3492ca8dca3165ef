import { z } from 'zod';
import { CARD_KINDS, kindOfCard } from '../photogrammetry/cards';
import { oneOf, whole, within, words } from './fields';
import { SIDES } from './names';

/** Pictures of one round. */
export const LEAST_PHOTOS = 2;
export const MOST_PHOTOS = 60;
const name = words(200, 1);

/** The states whose names say which way the wheel is turned; the first state is straight ahead at ride height, any other a height. */
export const LOCK_STATES = ['inside', 'outside'] as const;

/** What belongs to the pictures of a well: side, plate, which cards are whose, and which picture was taken in which state. */
export const photoRoundSchema = z
  .strictObject({
    format: z.literal('vexlo/photo-round', { error: 'is not "vexlo/photo-round"' }),
    version: z.literal(1, { error: 'is not 1' }),
    side: oneOf(SIDES),
    plate: z.strictObject({
      /** How far the plate's face stands outboard of the hub's mounting face, by a straightedge. */
      outboardMm: within(-300, 600, 'mm'),
    }),
    /** As for a picture of 36 × 24 mm; read from the pictures where they have it. */
    focal35Mm: within(8, 400, 'mm').optional(),
    obstacles: z
      .array(
        z.strictObject({
          obstacle: words(60, 1),
          /** Its cards in the order of its line. */
          ids: z.array(whole(0, 586)).min(1).max(200),
        }),
      )
      .max(50),
    states: z
      .array(z.strictObject({ state: words(40, 1), photos: z.array(name).min(1).max(MOST_PHOTOS) }))
      .min(1, { error: 'is empty; leave it out where all photos are straight ahead at ride height' })
      .max(12)
      .optional(),
  })
  .check(({ value, issues }) => {
    const fault = (path: (string | number)[], message: string): void => {
      issues.push({ code: 'custom', path, message, input: value });
    };
    const owner = new Map<number, string>();
    value.obstacles.forEach(({ obstacle, ids }, i) =>
      ids.forEach((id, j) => {
        const kind = kindOfCard(id);
        if (kind !== 'tip' && kind !== 'spot')
          fault(
            ['obstacles', i, 'ids', j],
            `${id} is no card that measures a point; give ${CARD_KINDS.tip.from} to ${CARD_KINDS.tip.to} (tip) or ${CARD_KINDS.spot.from} to ${CARD_KINDS.spot.to} (spot)`,
          );
        const other = owner.get(id);
        if (other !== undefined)
          fault(['obstacles', i, 'ids', j], `card ${id} is given to "${other}" already; give it once`);
        owner.set(id, obstacle);
      }),
    );
    const photos = new Map<string, string>();
    const states = new Set<string>();
    value.states?.forEach(({ state, photos: named }, i) => {
      if (states.has(state)) fault(['states', i, 'state'], `"${state}" is there twice; name each state once`);
      states.add(state);
      if (i === 0 && (LOCK_STATES as readonly string[]).includes(state))
        fault(
          ['states', 0, 'state'],
          'the first state is straight ahead at ride height; put it before the locks',
        );
      named.forEach((photo, j) => {
        const other = photos.get(photo);
        if (other !== undefined)
          fault(['states', i, 'photos', j], `"${photo}" is in state "${other}" already; give it once`);
        photos.set(photo, state);
      });
    });
  });
export type PhotoRound = z.output<typeof photoRoundSchema>;
