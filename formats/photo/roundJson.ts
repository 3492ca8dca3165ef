import { z } from 'zod';
import { withoutExtensions } from '../../core/format/fields';
import { photoRoundSchema } from '../../core/format/photoRound';
import type { PhotoMeasurement } from '../../core/photogrammetry/measure';
import { told } from '../../core/wording';
import { checkSchema } from '../assessmentSchema';
import { documentReader } from '../json';

/** A photo round's set-up from a file's text. */
export const { text: readRound } = documentReader(photoRoundSchema, withoutExtensions);

const n = z.number();
const sigma = (names: readonly string[]) =>
  z
    .strictObject(Object.fromEntries(names.map((name) => [name, n])))
    .meta({ description: 'One standard deviation of each.' });
const figures = <const T extends readonly string[]>(names: T) =>
  Object.fromEntries(names.map((name) => [name, n])) as Record<T[number], z.ZodNumber>;
const HUB = ['xMm', 'yMm', 'zMm', 'steerDeg', 'camberDeg'] as const;
const AXIS = ['kpiDeg', 'casterDeg', 'kingpinMm', 'kingpinForeAftMm'] as const;
const LOCKS = ['lockInsideDeg', 'lockOutsideDeg'] as const;
const PATH = ['hMm', 'xMm', 'yMm', 'camberDeg', 'casterDeg', 'toeDeg'] as const;
const sure = z.strictObject({ value: n, sigma: n });

/** What a photo round measured, for whoever reads it elsewhere. */
export const measurementSchema = z.strictObject({
  format: z.literal('vexlo/photo-measurement'),
  version: z.literal(1),
  camera: z.strictObject(figures(['focalPx', 'cx', 'cy', 'k1', 'k2'])),
  photos: z.array(
    z.strictObject({
      name: z.string(),
      used: z.boolean(),
      cards: n.meta({ description: 'Cards that were found in it.' }),
      residualPx: n.nullable(),
      why: z.string().optional(),
    }),
  ),
  points: z
    .array(
      z.strictObject({
        id: n,
        obstacle: z.string(),
        xMm: n,
        yMm: n,
        zMm: n,
        sigmaMm: z.tuple([n, n, n]),
        photos: n,
        flags: z.array(z.enum(['one photo', 'disagrees', 'two poses'])),
      }),
    )
    .meta({
      description: 'Axes of the corner: x forward, y outboard, z up, mm, from the hub’s mounting face.',
    }),
  hub: z.array(z.strictObject({ state: z.string(), ...figures(HUB), sigma: sigma(HUB) })),
  steering: z
    .strictObject({
      ...figures(AXIS),
      lockInsideDeg: n.nullable(),
      lockOutsideDeg: n.nullable(),
      sigma: sigma([...AXIS, ...LOCKS]),
    })
    .optional()
    .meta({ description: 'Where a state shows a lock.' }),
  path: z.array(z.strictObject({ state: z.string(), ...figures(PATH), sigma: sigma(PATH) })),
  residualPx: n,
  hubAboveGroundMm: sure.nullable().meta({ description: 'Null without three floor cards.' }),
  plateCamberDeg: sure,
  checks: z.array(checkSchema),
});

/** Figures as they leave: to a ten-thousandth, far below what any of them is sure to. */
function rounded<T>(value: T): T {
  if (typeof value === 'number') return (Math.round(value * 1e4) / 1e4) as T;
  if (Array.isArray(value)) return value.map(rounded) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, rounded(one)])) as T;
}

/** A measurement as it leaves for another program. */
export function measurementDocument({ views: _, ...measured }: PhotoMeasurement): Record<string, unknown> {
  const { steering, ...rest } = told(measured);
  return {
    format: 'vexlo/photo-measurement',
    version: 1,
    ...rounded(rest),
    ...(steering ? { steering: rounded(steering) } : {}),
  };
}

export const measurementSchemaText = (): string =>
  `${JSON.stringify(z.toJSONSchema(measurementSchema), null, 2)}\n`;
export const roundSchemaText = (): string =>
  `${JSON.stringify(z.toJSONSchema(photoRoundSchema, { io: 'input' }), null, 2)}\n`;
