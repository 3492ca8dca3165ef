import { z } from 'zod';
import { oneOf, perAxle, within, words } from './fields';
import { tireSchema } from './tire';
import { wheelSchema } from './wheel';
import { chalkSchema } from './chalk';
import { envelopeSchema } from './envelope';
import { SPACER_KINDS, SENSORS } from './names';

const liftLength = within(-300, 500, 'mm').default(0);

export const liftSchema = z.strictObject({
  springMm: liftLength,
  bracketMm: liftLength,
  bodyMm: liftLength,
  bumpStopMm: liftLength,
  droopGainMm: liftLength,
  foreAftMm: liftLength,
  outboardMm: liftLength,
  casterDeltaDeg: within(-20, 20, '°').default(0),
});

export type Lift = z.output<typeof liftSchema>;

const step = within(-500, 500, 'mm');

const NO_LIFT = { front: {}, rear: {} };

export const packageSchema = z.strictObject({
  label: words(120).default(''),
  tire: tireSchema,
  wheel: wheelSchema,
  spacerMm: within(0, 300, 'mm').default(0),
  spacerKind: oneOf(SPACER_KINDS).optional(),
  /** Whether a ring fills the wheel's wider bore. */
  centringRing: z.boolean({ error: 'is not true/false' }).optional(),
  pressureSensor: oneOf(SENSORS).optional(),
  chalk: chalkSchema.optional(),
  lift: z.strictObject({ front: liftSchema.prefault({}), rear: liftSchema.prefault({}) }).prefault(NO_LIFT),
  sagMm: z
    .strictObject({
      front: within(-300, 500, 'mm').optional(),
      rear: within(-300, 500, 'mm').optional(),
    })
    .prefault({}),
  cuts: z
    .array(z.strictObject({ obstacle: words(60, 1), depthMm: within(0, 1000, 'mm') }))
    .max(100)
    .default([]),
  /** Parts set elsewhere: a bumper spaced forward, a bracket bent away. */
  moves: z
    .array(z.strictObject({ obstacle: words(60, 1), byMm: z.tuple([step, step, step]) }))
    .max(100)
    .default([]),
  /** What is put around the tires of an axle for a while: chains, and mud that packs. */
  envelopes: z.array(envelopeSchema).max(4).default([]),
  /** Parts taken off: a flap, a running board, a lower panel. */
  removed: z.array(words(60, 1)).max(100).default([]),
  /** Where a lock stop is set: the largest angle of the wheel on the inside of the turn. */
  lockStopDeg: within(1, 60, '°').optional(),
  axleRatio: within(0.5, 20).optional(),
  pressureKpa: perAxle(within(0, 1000, 'kPa')).optional(),
  addedMass: z
    .array(
      z.strictObject({
        label: words(120).default(''),
        massKg: within(0, 5000, 'kg', true),
        behindFrontAxleMm: within(-10_000, 10_000, 'mm'),
        heightMm: within(-1000, 5000, 'mm'),
      }),
    )
    .max(100)
    .default([]),
});

type Parsed = z.output<typeof packageSchema>;
/** A package that has been read: how far its load sits it down is known, from what it says or from what was added. */
export type Package = Omit<Parsed, 'sagMm'> & { sagMm: { front: number; rear: number } };
export type ParsedPackage = Parsed;
