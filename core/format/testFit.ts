import { z } from 'zod';
import { AXLES, MARKS } from './names';
import { oneOf, within, words } from './fields';

export const DIRECTIONS = ['forward', 'reverse'] as const;

/** How the vehicle stood: the travel of the wheel is what is worked with. */
export const STANCES = ['ride', 'ramp', 'loaded', 'crossed'] as const;

/** One reading of a test fit: a wheel in a pose, and what was seen of one obstacle. */
export const testReadingSchema = z
  .strictObject({
    axle: oneOf(AXLES),
    side: oneOf(['left', 'right']),
    direction: oneOf(DIRECTIONS),
    stance: oneOf(STANCES),
    /** Of this wheel, inside lock positive. */
    lockDeg: within(-60, 60, '°'),
    /** From ride height, up positive. */
    travelMm: within(-500, 500, 'mm'),
    obstacle: words(60, 1),
    /** The gap as it was read. */
    gapMm: within(0, 1000, 'mm').optional(),
    /** How sure the reading is, one standard deviation. */
    errorMm: within(0.1, 50, 'mm').default(2),
    /** The mark that a touch left. */
    mark: oneOf(MARKS).optional(),
    /** It was looked at, and nothing touches. */
    clear: z.boolean({ error: 'is not true/false' }).optional(),
    /** Where on the well the mark is, in mm: along (forward positive) and up from the hub as delivered. */
    placeMm: z.tuple([within(-3000, 3000, 'mm'), within(-3000, 3000, 'mm')]).optional(),
    /** It was read again and is so, however far it is from what was predicted. */
    confirmed: z.boolean({ error: 'is not true/false' }).optional(),
    sound: words(120).optional(),
    done: words(300).optional(),
  })
  .superRefine(({ gapMm, mark, clear }, ctx) => {
    const given = [gapMm !== undefined, mark !== undefined, clear === true].filter(Boolean).length;
    if (given !== 1)
      ctx.addIssue({
        code: 'custom',
        path: ['gapMm'],
        message:
          given === 0
            ? 'is missing; give the gap, the mark that it left, or that it is clear'
            : 'stands beside a mark or “clear”; give one of the three',
      });
  });

export type TestReading = z.output<typeof testReadingSchema>;
