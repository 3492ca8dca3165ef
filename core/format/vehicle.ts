import { z } from 'zod';
import { oneOf, perAxle, quote, whole, within, words } from './fields';
import { axleSchema, powertrainSchema } from './driveline';
import { SIDES } from './names';
import { measuredSchema } from './measured';
import { tireSchema } from './tire';
import { hubSchema, wheelSchema } from './wheel';
import { readingsSchema } from './readingSource';
import { spareSchema } from './spare';
import { undersideSchema } from './underside';
import { isNeverCut, materialOf, MATERIALS, ROLES } from './materials';

const coordinate = within(-10_000, 10_000, 'mm');

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
  /** Which part of the vehicle it is; left out where that changes nothing. */
  role: oneOf(ROLES).optional(),
  cutMm: within(0, 1000, 'mm').default(0),
  tapeErrorMm: within(0, 200, 'mm').default(3),
  /** Where it was measured; left out, both sides are taken to be alike. */
  side: oneOf(SIDES).optional(),
  /** How far it may be set from where it is; a bracket that its maker moves, a bumper on slots. */
  movableMm: within(0, 500, 'mm').optional(),
  /** Whether it may be taken off for good. */
  removable: z.boolean({ error: 'is not true/false' }).optional(),
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
  if (isNeverCut(obstacle.material) && obstacle.cutMm !== 0)
    ctx.addIssue({
      code: 'custom',
      path: ['cutMm'],
      message: `${obstacle.cutMm} would cut ${materialOf(obstacle.material).is}, which is never cut; give 0`,
    });
  if (isNeverCut(obstacle.material) && obstacle.removable)
    ctx.addIssue({
      code: 'custom',
      path: ['removable'],
      message: `true would take ${materialOf(obstacle.material).is} off, which stays on; give false`,
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

const pathShift = within(-500, 500, 'mm');
const pathAngle = within(-30, 30, '°');

/** Where the hub stands at one height over ride height as delivered, and how the wheel's angles have changed there. */
export const pathRowSchema = z.strictObject({
  hMm: within(-1000, 1000, 'mm'),
  xMm: pathShift.default(0),
  yMm: pathShift.default(0),
  /** Negative with the top inboard. */
  camberDeg: pathAngle.default(0),
  casterDeg: pathAngle.optional(),
  /** Positive with the leading edge inboard. */
  toeDeg: pathAngle.optional(),
});
export type PathRow = z.output<typeof pathRowSchema>;

const suspensionShape = z.strictObject({
  kind: oneOf(['independent', 'solid']),
  bumpMm: within(0, 1000, 'mm'),
  droopMm: within(0, 1000, 'mm'),
  frontArmMm: within(0, 10_000, 'mm', true).nullable(),
  sideArmMm: within(-10_000, 10_000, 'mm').nullable(),
  rateNPerMm: within(0, 2000, 'N/mm', true).optional(),
  /** How far rubber bushings let the wheel move along the vehicle, each way; left out: not measured, taken as none. */
  complianceMm: within(0, 40, 'mm').optional(),
  /** The wheel's path as it was measured; stands in for both arms. */
  path: z
    .array(pathRowSchema)
    .min(2, { error: 'has fewer than 2 rows; measure at two heights or more' })
    .max(40)
    .optional(),
  /** Whether the path is a maker's typical one and not this vehicle's. */
  pathEstimated: z.boolean({ error: 'is not true/false' }).optional(),
  /**
   * A bar that leads a solid axle sideways: its length, how far its frame end stands above its axle end (0 if left out), and on
   * which side that end is (the left).
   */
  trackBarMm: within(200, 3000, 'mm').optional(),
  trackBarRiseMm: within(-500, 500, 'mm').optional(),
  trackBarFrameSide: oneOf(SIDES).optional(),
});
export type Suspension = z.output<typeof suspensionShape>;

/** Rows of a path in one place each, one of them the ride height that all is counted from. */
function pathFaults(path: readonly PathRow[]): { at: (string | number)[]; message: string }[] {
  const rest = ({ xMm, yMm, camberDeg, casterDeg = 0, toeDeg = 0 }: PathRow): boolean =>
    [xMm, yMm, camberDeg, casterDeg, toeDeg].every((value) => value === 0);
  const faults = path.flatMap(({ hMm }, i) =>
    path.findIndex((row) => row.hMm === hMm) < i
      ? [{ at: [i, 'hMm'], message: `${hMm} stands twice; give each height one row` }]
      : [],
  );
  const zero = path.findIndex(({ hMm }) => hMm === 0);
  const start = path[zero];
  if (!start)
    faults.push({
      at: [],
      message: 'has no row at hMm 0, from which all is counted; add it, with all else 0',
    });
  else if (!rest(start))
    faults.push({
      at: [zero],
      message: 'at hMm 0 is where all is counted from; give 0 for everything there',
    });
  return faults;
}

export const suspensionSchema = suspensionShape.superRefine(({ kind, path, trackBarMm }, ctx) => {
  const fault = (at: (string | number)[], message: string): void => {
    ctx.addIssue({ code: 'custom', path: at, message });
  };
  if (path && kind === 'solid')
    fault(['path'], 'is of an independent corner; a solid axle is led by its arms and its track bar');
  if (trackBarMm !== undefined && kind === 'independent')
    fault(['trackBarMm'], 'leads a solid axle; an independent corner has none, take it out');
  for (const { at, message } of path ? pathFaults(path) : []) fault(['path', ...at], message);
});

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
const roof = within(50, 4000, 'mm');
const overhang = within(100, 4000, 'mm');

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
  /** Left out: not read; it is worked with 0. */
  stockOverreadPct: within(-20, 30, '%').optional(),
  underside: undersideSchema.optional(),
  /** Heights above the ground as delivered: the upper edge of the lamps' glass, the lower edge of the bumpers, and more. */
  heightsMm: z
    .strictObject({
      lamps: height.optional(),
      bumperFront: height.optional(),
      bumperRear: height.optional(),
      /** The highest place of the roof, and the sill or step that a foot is set on to get in. */
      roof: roof.optional(),
      step: height.optional(),
    })
    .optional(),
  /** How far the body reaches beyond the hubs. */
  overhangMm: z.strictObject({ front: overhang.optional(), rear: overhang.optional() }).optional(),
  /** Where the spare is carried, and what goes in there. */
  spare: spareSchema.optional(),
  /** Whether a camera, radar or steering-angle sensor helps the driver. */
  assistance: z.boolean({ error: 'is not true/false' }).optional(),
  /** What the placard asks for in the tires as delivered. */
  placardKpa: z
    .strictObject({ front: within(50, 1000, 'kPa').optional(), rear: within(50, 1000, 'kPa').optional() })
    .optional(),
  readings: readingsSchema.optional(),
});
export type Vehicle = z.output<typeof vehicleSchema>;
