import type { Build } from '../format/build';
import { deriveFigures } from '../figures';
import { G, sumOf } from '../load/masses';
import { meanLiftMm } from '../stability/stability';
import type { Tire } from '../format/tire';
import type { Powertrain } from '../format/driveline';

/** Rolling resistance by pattern, as a share of weight. Estimates. */
export const ROLLING_RESISTANCE: Readonly<Record<Tire['pattern'], number>> = {
  road: 0.011,
  'all-terrain': 0.013,
  mud: 0.016,
};
/** Drag area by kind where it is not given, m², and the share of the frontal growth that counts. Estimates. */
export const DRAG_AREA_M2 = { suv: 1.05, truck: 1.3, van: 1.55 } as const;
const FRONTAL_SHARE = 0.6;
export const AIR_KG_PER_M3 = 1.2;

/** One way the vehicle is driven: its rolling circumference, axle ratio, mass, drag and rolling resistance. */
export type Running = {
  circumferenceMm: number;
  axleRatio: number;
  massKg: number;
  dragAreaM2: number;
  rollingResistance: number;
};

/** As delivered, and with the package. Heights that a lift and half the diameter's growth add stand in the wind. */
export function runningOf(
  build: Build,
  figures = deriveFigures(build),
): { stock: Running; package: Running } {
  const { vehicle, package: pack } = build;
  const dragAreaM2 = vehicle.powertrain?.dragAreaM2 ?? DRAG_AREA_M2[vehicle.kind];
  const trackM = (vehicle.trackMm.front + vehicle.trackMm.rear) / 2000;
  const raisedM = (meanLiftMm(build) + figures.growthMm / 2) / 1000;
  return {
    stock: {
      circumferenceMm: figures.stock.size.rollingCircumferenceMm,
      axleRatio: vehicle.stock.axleRatio,
      massKg: vehicle.massKg.front + vehicle.massKg.rear,
      dragAreaM2,
      rollingResistance: ROLLING_RESISTANCE[vehicle.stock.tire.pattern],
    },
    package: {
      circumferenceMm: figures.package.size.rollingCircumferenceMm,
      axleRatio: pack.axleRatio ?? vehicle.stock.axleRatio,
      massKg: sumOf(figures.axleKg),
      dragAreaM2: dragAreaM2 + FRONTAL_SHARE * trackM * raisedM,
      rollingResistance: ROLLING_RESISTANCE[pack.tire.pattern],
    },
  };
}

/** Engine speed in rpm at a road speed in a gear; the transfer case in its high range. */
export function rpmAt(speedKmh: number, gear: number, { circumferenceMm, axleRatio }: Running): number {
  return ((speedKmh / 3.6) * 60_000 * gear * axleRatio) / circumferenceMm;
}

/** Road speed in km/h at an engine speed; `range` is 1 in high. */
export function speedAtKmh(rpm: number, gear: number, range: number, running: Running): number {
  return (rpm * running.circumferenceMm * 3.6) / (60_000 * gear * range * running.axleRatio);
}

/** Torque in N·m at an engine speed, straight lines between the curve's points, level beyond its ends. */
export function torqueAt(curve: Powertrain['torqueCurve'], rpm: number): number {
  const points = [...curve].sort((a, b) => a[0] - b[0]);
  const next = points.findIndex(([at]) => at >= rpm);
  if (next <= 0) return (points[next] ?? points.at(-1))?.[1] ?? 0;
  const [below, above] = [points[next - 1], points[next]];
  if (!below || !above) return 0;
  return below[1] + ((above[1] - below[1]) * (rpm - below[0])) / (above[0] - below[0]);
}

/**
 * The steepest grade in per cent that a gear holds at a speed; null where the engine would run under idle or over
 * its red line. sin θ = (T·gear·R·η/r − ½·1.2·A·v²)/(m·g) − Crr.
 */
export function gradeHoldPct(
  powertrain: Powertrain,
  gear: number,
  speedKmh: number,
  running: Running,
): number | null {
  const rpm = rpmAt(speedKmh, gear, running);
  if (rpm < powertrain.idleRpm || rpm > powertrain.redlineRpm) return null;
  const v = speedKmh / 3.6;
  const radiusM = running.circumferenceMm / (2000 * Math.PI);
  const pull =
    (torqueAt(powertrain.torqueCurve, rpm) * gear * running.axleRatio * powertrain.efficiency) / radiusM -
    0.5 * AIR_KG_PER_M3 * running.dragAreaM2 * v * v;
  const sine = pull / (running.massKg * G) - running.rollingResistance;
  return Math.abs(sine) < 1 ? 100 * Math.tan(Math.asin(sine)) : null;
}

/** First gear, low range, axle. */
export function crawlRatio({ gears, lowRange }: Powertrain, { axleRatio }: Running): number {
  return (gears[0] ?? 1) * lowRange * axleRatio;
}
