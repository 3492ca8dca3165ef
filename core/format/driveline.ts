import { z } from 'zod';
import { oneOf, whole, within } from './fields';

/** Three ways of choosing an axle ratio for a taller tire. */
export const SCHOOLS = ['restore', 'hold', 'crawl'] as const;
export type School = (typeof SCHOOLS)[number];

const ratio = within(0.1, 30);

/** Engine or motor and what multiplies it, up to the axles. */
export const powertrainSchema = z.strictObject({
  kind: oneOf(['engine', 'electric']),
  transmission: oneOf(['manual', 'automatic', 'single-speed']),
  gears: z.array(ratio).min(1).max(20),
  lowRange: within(1, 10).default(1),
  torqueCurve: z
    .array(z.tuple([within(0, 30_000, 'rpm'), within(-100, 10_000, 'N·m')]))
    .min(1)
    .max(200),
  idleRpm: within(0, 5000, 'rpm'),
  redlineRpm: within(500, 30_000, 'rpm'),
  stallTorqueRatio: within(1, 5).default(1),
  efficiency: within(0.3, 1).default(0.85),
  dragAreaM2: within(0.2, 10, 'm²').optional(),
});
export type Powertrain = z.output<typeof powertrainSchema>;

/** One axle's parts, as far as they are known. */
export const axleSchema = z.strictObject({
  driven: z.boolean({ error: 'is missing or not true/false' }),
  ringGearMm: within(80, 500, 'mm').optional(),
  ratios: z.array(ratio).max(30).default([]),
  pinionTeeth: z.record(z.string(), whole(4, 40)).optional(),
  outputPeakNm: within(0, 100_000, 'N·m', true).optional(),
  shaft: z
    .strictObject({
      splines: whole(10, 60).optional(),
      diameterMm: within(10, 100, 'mm').optional(),
      steel: oneOf(['1040', '1541H', '4340', '300M']),
    })
    .optional(),
  joint: z
    .strictObject({ kind: oneOf(['universal', 'cv']), peakNm: within(0, 100_000, 'N·m', true).optional() })
    .optional(),
  differential: oneOf(['open', 'limited', 'locker']),
  /** How many times as much a limited-slip sends to the wheel that grips. */
  torqueBias: within(1, 10).optional(),
  /** Which way its ring and pinion are cut: a reverse-cut set is made to drive a front axle. */
  gearCut: oneOf(['standard', 'reverse']).optional(),
  /** Where the propeller shaft meets the pinion. */
  pinionJoint: z.strictObject({ peakNm: within(0, 100_000, 'N·m', true) }).optional(),
  /** What the gears inside the differential take, its maker's figure. */
  differentialPeakNm: within(0, 100_000, 'N·m', true).optional(),
  hubBearing: z
    .strictObject({ kind: oneOf(['roller', 'ball']), inboardMm: within(-300, 500, 'mm') })
    .optional(),
});
export type Axle = z.output<typeof axleSchema>;
