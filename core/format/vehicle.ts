import { z } from 'zod';
import { oneOf, perAxle, quote, whole, within, words } from './fields';
import { axleSchema, powertrainSchema } from './driveline';
import { measuredSchema, SIDES } from './measured';
import { tireSchema } from './tire';
import { hubSchema, wheelSchema } from './wheel';
import { readingsSchema } from './readingSource';
import { undersideSchema } from './underside';

const coordinate = within(-10_000, 10_000, 'mm');

/** Materials from the most movable to the least; the last four are never cut. */
export const MATERIALS = [
  'liner',
  'plastic',
  'sheet',
  'seam',
  'structure',
  'suspension',
  'steering',
  'brake',
] as const;
export type Material = (typeof MATERIALS)[number];
export const NEVER_CUT: ReadonlySet<Material> = new Set(['structure', 'suspension', 'steering', 'brake']);

export const carrierSchema = z.union(
  [z.enum(['body', 'frame', 'upright']), z.strictObject({ arm: within(-2, 2) })],
  {
    error: ({ input }) =>
      `${quote(input)} carries nothing; give body, frame, upright or { "arm": how far it follows, 0 to 1 }`,
  },
);

const obstacleShape = z.strictObject({
  id: words(60, 1),
  label: words(120).default(''),
  carrier: carrierSchema,
  material: oneOf(MATERIALS),
  cutMm: within(0, 1000, 'mm').default(0),
  tapeErrorMm: within(0, 200, 'mm').default(3),
  /** Where it was measured; left out, both sides are taken to be alike. */
  side: oneOf(SIDES).optional(),
  /** Numbers (from 0) of the points that were not measured but taken from a well shape. */
  estimated: z.array(whole(0, 1999)).max(2000).optional(),
  points: z
    .array(z.tuple([coordinate, coordinate, coordinate]), {
      error: 'is missing; give 1 to 2000 points [x, y, z]',
    })
    .min(1, { error: 'has no point; give 1 to 2000 points [x, y, z]' })
    .max(2000, { error: 'has more than 2000 points; thin them out' }),
});
export type Obstacle = z.output<typeof obstacleShape>;

export const obstacleSchema = obstacleShape.superRefine((obstacle, ctx) => {
  if (NEVER_CUT.has(obstacle.material) && obstacle.cutMm !== 0)
    ctx.addIssue({
      code: 'custom',
      path: ['cutMm'],
      message: `${obstacle.cutMm} would cut a ${obstacle.material} part, which is never cut; give 0`,
    });
  obstacle.estimated?.forEach((point, i) => {
    if (point >= obstacle.points.length)
      ctx.addIssue({
        code: 'custom',
        path: ['estimated', i],
        message: `${point} is no point of this obstacle; it has 0 to ${obstacle.points.length - 1}`,
      });
  });
});

export const steeringSchema = z.strictObject({
  kpiDeg: within(-30, 30, '°'),
  casterDeg: within(-30, 30, '°'),
  kingpinMm: within(-500, 1000, 'mm'),
  kingpinForeAftMm: within(-300, 300, 'mm'),
  lockInsideDeg: within(0, 60, '°'),
  lockOutsideDeg: within(0, 60, '°'),
});
export type Steering = z.output<typeof steeringSchema>;

export const suspensionSchema = z.strictObject({
  kind: oneOf(['independent', 'solid']),
  bumpMm: within(0, 1000, 'mm'),
  droopMm: within(0, 1000, 'mm'),
  frontArmMm: within(0, 10_000, 'mm', true).nullable(),
  sideArmMm: within(-10_000, 10_000, 'mm').nullable(),
  rateNPerMm: within(0, 2000, 'N/mm', true).optional(),
  /** How far rubber bushings let the wheel move along the vehicle, each way. */
  complianceMm: within(0, 40, 'mm').default(0),
});
export type Suspension = z.output<typeof suspensionSchema>;

export const cornerSchema = z.strictObject({
  steering: steeringSchema.optional(),
  suspension: suspensionSchema,
  measured: measuredSchema.optional(),
  obstacles: z
    .array(obstacleSchema, { error: 'is missing; give 1 to 50 obstacles' })
    .min(1, { error: 'is empty; measure at least one obstacle' })
    .max(50, { error: 'has more than 50 obstacles; join some' })
    .superRefine((obstacles, ctx) => {
      const seen = new Set<string>();
      obstacles.forEach(({ id }, i) => {
        if (seen.has(id))
          ctx.addIssue({
            code: 'custom',
            path: [i, 'id'],
            message: `"${id}" stands twice in this corner; give each obstacle its own id`,
          });
        seen.add(id);
      });
    }),
});
export type Corner = z.output<typeof cornerSchema>;

const rating = within(0, 20_000, 'kg', true);

const height = within(50, 3000, 'mm');

export const vehicleSchema = z.strictObject({
  label: words(120).default(''),
  kind: oneOf(['truck', 'van', 'suv']),
  wheelbaseMm: within(1000, 10_000, 'mm'),
  trackMm: perAxle(within(800, 3500, 'mm')),
  massKg: perAxle(rating),
  ratingsKg: z
    .strictObject({ gross: rating.optional(), front: rating.optional(), rear: rating.optional() })
    .prefault({}),
  cgHeightMm: within(100, 3000, 'mm').optional(),
  hub: hubSchema,
  minRimIn: within(10, 30, 'in'),
  stock: z.strictObject({ tire: tireSchema, wheel: wheelSchema, axleRatio: within(0.5, 20) }),
  corners: perAxle(cornerSchema),
  powertrain: powertrainSchema.optional(),
  axles: perAxle(axleSchema).optional(),
  speedSensor: oneOf(['wheel', 'transmission']).default('wheel'),
  stockOverreadPct: within(-20, 30, '%').default(0),
  underside: undersideSchema.optional(),
  /** Heights above the ground as delivered: the upper edge of the lamps' glass, the lower edge of the bumpers. */
  heightsMm: z
    .strictObject({
      lamps: height.optional(),
      bumperFront: height.optional(),
      bumperRear: height.optional(),
    })
    .optional(),
  /** Whether a camera, radar or steering-angle sensor helps the driver. */
  assistance: z.boolean({ error: 'is not true/false' }).optional(),
  readings: readingsSchema.optional(),
});
export type Vehicle = z.output<typeof vehicleSchema>;
