import { z } from 'zod';
import { AXLES, ROTATIONS, WHEELS } from './names';
import { oneOf, whole, within, words } from './fields';
import { CHALK_MARKS } from './chalk';
import { wallTimeSchema } from './time';
import { testReadingSchema } from './testFit';

const odometerKm = within(0, 3_000_000, 'km').optional();

const angles = z.strictObject({
  casterDeg: within(-20, 20, '°').optional(),
  camberDeg: within(-20, 20, '°').optional(),
  toeDeg: within(-10, 10, '°').optional(),
});

/** Tread depth across one tire, from its inner to its outer edge. */
const acrossMm = z.strictObject({
  inner: within(0, 40, 'mm'),
  middle: within(0, 40, 'mm'),
  outer: within(0, 40, 'mm'),
});

/** Ids are made where a thing is written down, so that what is sent twice stands once. */
export const MADE_ID = /^[0-9a-f-]{36}$/;

const head = {
  /** Made where it is written down. */
  id: z.string().regex(MADE_ID, { error: 'is no id; send the one that the entry was made with' }),
  at: wallTimeSchema,
  by: words(60, 1),
  stageId: whole(1, 2_147_483_647).optional(),
};

/** The entry that another one speaks of. */
const of = z.string().regex(MADE_ID, { error: 'is no id; give that of the entry that is meant' });

/** What is written down of a vehicle after it was built, one kind of thing an entry. */
export const logEntrySchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ ...head, kind: z.literal('test-fit'), reading: testReadingSchema }),
    z.strictObject({
      ...head,
      kind: z.literal('re-torque'),
      odometerKm,
      /** As it was set, with its unit. */
      torque: words(40),
      loose: whole(0, 40),
    }),
    z.strictObject({ ...head, kind: z.literal('alignment'), odometerKm, before: angles, after: angles }),
    z.strictObject({
      ...head,
      kind: z.literal('tread'),
      odometerKm,
      mm: z.partialRecord(oneOf(WHEELS), acrossMm),
      rotated: oneOf(ROTATIONS).optional(),
    }),
    z.strictObject({
      ...head,
      kind: z.literal('chalk'),
      odometerKm,
      axle: oneOf(AXLES),
      kpa: within(50, 1000, 'kPa'),
      /** Where the chalk went first. */
      mark: oneOf(CHALK_MARKS),
    }),
    z.strictObject({ ...head, kind: z.literal('handed-over'), odometerKm, words: words(300) }),
    z.strictObject({
      ...head,
      kind: z.literal('photo'),
      /** The picture's own id; it is sent apart from this. */
      photo: z.string().regex(MADE_ID, { error: 'is no id of a photo' }),
      words: words(300),
    }),
    z.strictObject({
      ...head,
      kind: z.literal('pressures'),
      odometerKm,
      frontKpa: within(0, 1000, 'kPa'),
      rearKpa: within(0, 1000, 'kPa'),
    }),
    z.strictObject({ ...head, kind: z.literal('note'), odometerKm, words: words(2000, 1) }),
    z.strictObject({
      ...head,
      kind: z.literal('reconciled'),
      /** What was taken over as measured, mm, or why nothing was. */
      taken: z.array(
        z.strictObject({
          key: words(120, 1),
          mm: within(-1000, 1000, 'mm'),
          spreadMm: within(0, 1000, 'mm'),
        }),
      ),
      dismissed: words(300).optional(),
    }),
    // What was written down is not rubbed out: it is corrected, struck out and put back by entries of their own.
    z.strictObject({ ...head, kind: z.literal('corrected'), of, reading: testReadingSchema }),
    z.strictObject({ ...head, kind: z.literal('struck'), of, why: words(300, 1) }),
    z.strictObject({ ...head, kind: z.literal('restored'), of }),
  ],
  {
    error: ({ input }) =>
      `${JSON.stringify((input as { kind?: unknown } | undefined)?.kind)} is no kind of entry`,
  },
);

export type LogEntry = z.output<typeof logEntrySchema>;
