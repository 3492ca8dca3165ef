import { oneOf, within, words } from '../format/fields';
import { z } from 'zod';
import type { BuildFile, Obstacle } from '../format/build';
import { shapeOutlines, typicalObstacle } from '../measure/begin';
import { SHAPES } from '../format/measured';
import { thingsOf } from '../measure/things';
import { readTireCode } from '../tire/code';
import { nominalSize } from '../tire/size';
import { asDelivered } from './asDelivered';

/** What has to be known before a vehicle can be begun: the rest is estimated, and marked, until it is measured. */
export const starterSchema = z.strictObject({
  label: words(120, 1),
  kind: oneOf(['truck', 'van', 'suv']),
  tireCode: words(60, 1).superRefine((code, ctx) => {
    const read = readTireCode(code);
    if (!read.ok) ctx.addIssue({ code: 'custom', message: read.message });
    else if (nominalSize(read.value).diameterMm === undefined)
      ctx.addIssue({ code: 'custom', message: `"${code}" carries no diameter; begin with a size that does` });
  }),
  rimWidthIn: within(3, 20, 'in'),
  offsetMm: within(-200, 200, 'mm'),
  studs: within(3, 12),
  pcdMm: within(80, 300, 'mm'),
  boreMm: within(30, 300, 'mm'),
  wheelbaseMm: within(1000, 10_000, 'mm'),
  trackMm: within(800, 3500, 'mm'),
  massFrontKg: within(0, 20_000, 'kg', true),
  massRearKg: within(0, 20_000, 'kg', true),
  axle: oneOf(['independent', 'solid']),
  shape: oneOf(SHAPES),
});
export type Starter = z.output<typeof starterSchema>;

/** Usual figures for what is not asked: steering and travel of road vehicles. Estimates, to be measured. */
const USUAL = {
  steering: {
    kpiDeg: 11,
    casterDeg: 3.5,
    kingpinMm: 80,
    kingpinForeAftMm: 0,
    lockInsideDeg: 36,
    lockOutsideDeg: 31,
  },
  travel: { truck: 100, van: 90, suv: 95 },
  wheel: { loadRatingKg: 1000, massKg: 12 },
} as const;

/**
 * A vehicle to begin measuring: wells in a shape around its tire, everything in them in its typical place, all
 * marked as estimated. As a build file with its own tire as package.
 */
export function starterFile(start: Starter): BuildFile {
  const read = readTireCode(start.tireCode);
  if (!read.ok) throw new Error('a starter was checked before it came here');
  const wheel = {
    diameterIn: read.value.rimIn,
    widthIn: start.rimWidthIn,
    offsetMm: start.offsetMm,
    boreMm: start.boreMm,
    studs: start.studs,
    pcdMm: start.pcdMm,
    seat: 'cone' as const,
    ...USUAL.wheel,
    material: 'steel' as const,
    bead: 'plain' as const,
  };
  const stock = {
    tire: { code: start.tireCode, pattern: 'road' as const },
    wheel,
    axleRatio: 4,
  };
  const travelMm = USUAL.travel[start.kind];
  const suspension = {
    kind: start.axle,
    bumpMm: travelMm,
    droopMm: travelMm,
    frontArmMm: start.axle === 'solid' ? null : 420,
    sideArmMm: start.axle === 'solid' ? -900 : null,
  };
  const obstacles = (axle: 'front' | 'rear'): Obstacle[] => [
    ...shapeOutlines({ stock }, axle, start.shape),
    ...thingsOf(axle).map((thing) => typicalObstacle({ stock }, thing)),
  ];
  const measured = { shape: start.shape, readings: [], gaps: [] };
  const vehicle: BuildFile['vehicle'] = {
    label: start.label,
    kind: start.kind,
    wheelbaseMm: start.wheelbaseMm,
    trackMm: { front: start.trackMm, rear: start.trackMm },
    massKg: { front: start.massFrontKg, rear: start.massRearKg },
    hub: { studs: start.studs, pcdMm: start.pcdMm, boreMm: start.boreMm, seat: 'cone' },
    minRimIn: read.value.rimIn,
    stock,
    corners: {
      front: { steering: { ...USUAL.steering }, suspension, measured, obstacles: obstacles('front') },
      rear: {
        suspension: { ...suspension, kind: 'solid', frontArmMm: null, sideArmMm: 700 },
        measured,
        obstacles: obstacles('rear'),
      },
    },
  };
  return {
    format: 'vexlo/build',
    version: 1,
    vehicle,
    package: { ...asDelivered(vehicle), label: 'Stage 1' },
  };
}
