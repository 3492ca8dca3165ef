import { ENVELOPE_NAMES } from '../core/format/names';
import { z } from 'zod';
import { GRADES } from '../core/clearance/grade';
import { PART_NAMES } from '../core/driveline/strength';

/** What an assessment holds, for whoever reads it elsewhere: made from here, held to the core by a test. */
const n = z.number();
const perAxle = <T extends z.ZodType>(item: T) => z.strictObject({ front: item, rear: item });
const pair = <T extends z.ZodType>(item: T) => z.strictObject({ stock: item, package: item });
const lock = z.strictObject({ inside: n, outside: n });
const source = z.enum(['measured', 'maker', 'estimate']);

export const checkSchema = z
  .strictObject({
    id: z.string(),
    status: z.enum(['pass', 'watch', 'fail', 'unknown']),
    value: n.optional(),
    limit: n.optional(),
    message: z.string(),
  })
  .meta({
    id: 'Check',
    description: 'What cannot be judged for want of a measurement is unknown, never a pass.',
  });
const checks = z.array(checkSchema);

const figures = z.strictObject({ single: n, dual: n.optional() });
const tireSize = z
  .strictObject({
    overallDiameterMm: n,
    sectionWidthMm: n,
    sectionHeightMm: n,
    treadWidthMm: n,
    rollingCircumferenceMm: n,
    revsPerKm: n,
    loadIndex: figures.nullable(),
    maxLoadKg: figures.nullable(),
    speedSymbol: z.string().nullable(),
    maxSpeedKmh: n.nullable(),
    source: z.strictObject({
      diameter: z.enum(['maker', 'code']),
      width: z.enum(['maker', 'code']),
      circumference: z.enum(['measured', 'maker', 'code']),
    }),
  })
  .meta({ id: 'TireSize' });

const fit = z
  .looseObject({
    grade: z.enum(GRADES),
    leastClearanceMm: n,
    at: z.strictObject({ lockDeg: n, travelMm: n, obstacle: z.string() }),
    grown: z.strictObject({
      grade: z.enum(GRADES),
      leastClearanceMm: n,
      at: z.strictObject({ lockDeg: n, travelMm: n, obstacle: z.string() }),
    }),
    usableLockDeg: lock,
    map: z.strictObject({
      lockDeg: z.array(n),
      travelMm: z.array(n),
      clearanceMm: z.array(z.array(n)),
      obstacle: z.array(z.array(z.string())),
    }),
    cutsNeeded: z.array(z.strictObject({ obstacle: z.string(), depthMm: n })),
    byObstacle: z.array(
      z.looseObject({
        obstacle: z.string(),
        leastClearanceMm: n,
        lockDeg: n,
        travelMm: n,
        chanceOfContact: n,
      }),
    ),
  })
  .meta({ id: 'Fit' });

const part = z.strictObject({
  part: z.enum(PART_NAMES),
  demandNm: n.optional(),
  capacityNm: n.optional(),
  factor: n.meta({ description: 'Capacity over demand; bearing, steering and brakes against as delivered.' }),
  stockFactor: n.optional(),
  source,
  repair: z.enum(['trailside', 'shop']),
});
const axleStrength = z.strictObject({ parts: z.array(part), weakest: z.enum(PART_NAMES).nullable() });
const grades = z.array(n.nullable()).meta({ description: 'Per gear, %; null where it cannot run there.' });

export const assessmentSchema = z.strictObject({
  format: z.literal('vexlo/assessment'),
  version: z.literal(1),
  tire: z.strictObject({ ...pair(tireSize).shape, diameterChangePct: n, groundClearanceGainMm: n }),
  wheel: z.strictObject({
    backspacingMm: n,
    centrePlaneMm: n,
    innerEdgeMm: n,
    outerEdgeMm: n,
    pokeChangeMm: n,
    insetChangeMm: n,
    scrubRadiusMm: pair(n).nullable(),
    checks,
  }),
  fit: perAxle(fit),
  speedometer: z.strictObject({
    errorPct: n,
    trueAtIndicated: z.array(z.strictObject({ indicatedKmh: n, trueKmh: n })),
    odometerErrorPct: n,
    checks,
  }),
  load: z.strictObject({
    axleKg: perAxle(n),
    grossKg: n,
    source,
    capacityKg: perAxle(z.strictObject({ tires: n.optional(), wheels: n })),
    pressureKpa: perAxle(z.strictObject({ road: n, trail: n, source })).optional(),
    sidewall: perAxle(z.strictObject({ usableMm: n, deflectionMm: n, contactLengthMm: n })).optional(),
    hiddenBySum: z.string().optional(),
    checks,
  }),
  driveline: z.strictObject({
    equivalentRatio: n,
    effectiveGearingChangePct: n,
    rpmAtCruise: pair(n).optional(),
    crawlRatio: pair(n).optional(),
    crawlSpeedKmh: pair(n).optional(),
    gradeHoldPct: pair(grades).optional(),
    schools: z.strictObject({ restore: n.nullable(), hold: n.nullable(), crawl: n.nullable() }).optional(),
    electric: z
      .strictObject({
        wheelForceN: pair(n),
        rangeLossPct: z.strictObject({ total: n, rolling: n, drag: n, mass: n }),
      })
      .optional(),
    correction: z.strictObject({
      countsAt: z.enum(['wheel', 'transmission']),
      revsPerKm: n,
      changePct: n,
      driftKmPer1000: n,
      worn: z.strictObject({ errorPct: n, treadDepthMm: n, source: z.enum(['maker', 'estimate']) }),
    }),
    checks,
  }),
  strength: z.strictObject({ ...perAxle(axleStrength).shape, checks }).optional(),
  stability: z
    .strictObject({
      trackFactor: pair(n),
      tiltDeg: pair(n),
      changePct: n,
      cgHeightMm: pair(n),
      checks,
    })
    .optional(),
  envelopes: z
    .array(
      z.strictObject({
        axle: z.enum(['front', 'rear']),
        kind: z.enum(ENVELOPE_NAMES),
        leastClearanceMm: n,
        at: z.strictObject({ obstacle: z.string(), lockDeg: n, travelMm: n }),
        check: checkSchema,
      }),
    )
    .optional(),
  spare: checks.optional(),
  ground: z.strictObject({
    approachDeg: pair(n).optional(),
    departureDeg: pair(n).optional(),
    breakoverDeg: pair(n).optional(),
    runningClearanceMm: pair(n).optional(),
    checks,
  }),
  rules: checks,
  grade: z.enum(GRADES),
  checks,
});

/** The schema as it stands in docs/assessment.schema.json. */
export function assessmentSchemaText(): string {
  return `${JSON.stringify(z.toJSONSchema(assessmentSchema), null, 2)}\n`;
}
