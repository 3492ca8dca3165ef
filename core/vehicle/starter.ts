import type { BuildFile, Obstacle } from '../format/build';
import { shapeOutlines, typicalObstacle } from '../measure/begin';
import { thingsOf } from '../measure/things';
import { readTireCode } from '../tire/code';
import { asDelivered } from './asDelivered';
import type { Starter } from '../format/starter';
import type { PathRow } from '../format/vehicle';

/** Camber change of an independent corner at full bump and full droop, degrees. Estimates. */
const USUAL_CAMBER = { bump: -1.2, droop: 0.8 } as const;

/** A straight path with a typical change of camber, for as long as nobody has put a gauge to it. */
export function usualPath(travelMm: number): PathRow[] {
  const row = (hMm: number, camberDeg: number): PathRow => ({ hMm, xMm: 0, yMm: 0, camberDeg });
  return [row(-travelMm, USUAL_CAMBER.droop), row(0, 0), row(travelMm, USUAL_CAMBER.bump)];
}

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
    frontArmMm: null,
    sideArmMm: start.axle === 'solid' ? -900 : null,
    // Straight up and down, with the camber change that such corners have as a rule: an estimate, until it is measured.
    ...(start.axle === 'solid' ? {} : { path: usualPath(travelMm), pathEstimated: true }),
  };
  const cut: Partial<Record<Obstacle['material'], number>> = start.mayCutMm ?? {};
  const obstacles = (axle: 'front' | 'rear'): Obstacle[] =>
    [
      ...shapeOutlines({ stock }, axle, start.shape, travelMm),
      ...thingsOf(axle).map((thing) => typicalObstacle({ stock }, thing)),
    ].map((one) => ({ ...one, cutMm: cut[one.material] ?? one.cutMm }));
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
        suspension: { kind: 'solid', bumpMm: travelMm, droopMm: travelMm, frontArmMm: null, sideArmMm: 700 },
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
