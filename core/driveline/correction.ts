import { inMm, say } from '../wording';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures } from '../figures';
import type { Tire } from '../format/tire';
import { riseMm } from '../vehicle/rise';
import { drivenPerCounted } from './speedometer';

/** Tread depth when new where it is not given, mm. Estimates. */
export const USUAL_TREAD_MM: Readonly<Record<Tire['pattern'], number>> = {
  road: 8.5,
  'all-terrain': 12,
  mud: 15,
};
/** Tread left when a tire is worn out, mm. */
export const WORN_TREAD_MM = 1.6;

export type GearingCorrection = {
  countsAt: 'wheel' | 'transmission';
  /** What a calibration asks for: turns of the tire per km, and how much its present figure is to be changed by. */
  revsPerKm: number;
  changePct: number;
  /** By how much the odometer is off after 1000 km driven: positive, it counts too many. */
  driftKmPer1000: number;
  /** The same tire worn down to its last tread: speedometer error in per cent then. */
  worn: { errorPct: number; treadDepthMm: number; source: 'maker' | 'estimate' };
};

/**
 * What the speedometer is set to, and how it drifts. Where it counts at the transmission, a changed axle ratio goes
 * into the figure too.
 */
export function correctionOf(build: Build, figures = deriveFigures(build)): GearingCorrection {
  const { vehicle, package: pack } = build;
  const after = figures.package.size;
  const driven = drivenPerCounted(build, figures);
  const treadDepthMm = pack.tire.treadDepthMm ?? USUAL_TREAD_MM[pack.tire.pattern];
  const wornShare = 1 - (2 * Math.max(0, treadDepthMm - WORN_TREAD_MM)) / after.overallDiameterMm;
  const over = 1 + (vehicle.stockOverreadPct ?? 0) / 100;
  return {
    countsAt: vehicle.speedSensor,
    revsPerKm: after.revsPerKm,
    changePct: (1 / driven - 1) * 100,
    driftKmPer1000: (1 / driven - 1) * 1000,
    worn: {
      errorPct: (over / (driven * wornShare) - 1) * 100,
      treadDepthMm,
      source: pack.tire.treadDepthMm === undefined ? 'estimate' : 'maker',
    },
  };
}

/** From these changes on, lamp aim and driver assistance are told about: rise in mm, diameter in per cent. */
const TELL = { riseMm: 5, diameterPct: 1 } as const;

/** What a changed size or ride height puts out and a workshop sets again. */
export function calibrationChecks(build: Build, figures = deriveFigures(build)): Check[] {
  const { vehicle } = build;
  const [front, rear] = [riseMm(build, 'front', 'body', figures), riseMm(build, 'rear', 'body', figures)];
  const mostMm = Math.max(Math.abs(front), Math.abs(rear));
  const pitchMm = front - rear;
  const changed = mostMm >= TELL.riseMm || Math.abs(figures.growthPct) >= TELL.diameterPct;
  if (!changed) return [];
  return [
    {
      id: 'lamp-aim',
      status: 'watch',
      value: mostMm,
      message: say`It stands up to ${inMm(mostMm, 0)} higher${Math.abs(pitchMm) >= 5 ? say` and its ${pitchMm > 0 ? 'nose' : 'tail'} ${inMm(Math.abs(pitchMm), 0)} more than the other end` : ''}: aim the headlamps again.`,
    },
    vehicle.assistance === undefined
      ? {
          id: 'driver-assistance',
          status: 'unknown',
          message:
            'Whether a camera, radar or steering-angle sensor helps the driver is not entered. Where fitted, size and ride height put it out: plan the recalibration.',
        }
      : vehicle.assistance
        ? {
            id: 'driver-assistance',
            status: 'watch',
            message:
              'Camera, radar and steering-angle sensors were set for the old size and height: plan their recalibration by the vehicle maker’s procedure.',
          }
        : { id: 'driver-assistance', status: 'pass', message: 'No driver assistance to set again.' },
  ];
}
