import { gradeHoldPct, type Running } from './gearing';
import type { Powertrain } from '../format/driveline';

/** At one speed: the grades that the two highest gears hold; null where the gear cannot run there. */
export type HuntingPoint = { speedKmh: number; topPct: number | null; nextPct: number | null };

/**
 * The band in which a gearbox hunts, over speeds from `lowKmh` to `highKmh`: between the grade that top gear still
 * holds and the one that the gear under it does, it shifts down, gains, shifts up and loses again. Empty with one
 * gear. An estimate.
 */
export function huntingBand(
  powertrain: Powertrain,
  running: Running,
  lowKmh: number,
  highKmh: number,
  stepKmh = 5,
): HuntingPoint[] {
  const [top, next] = [powertrain.gears.at(-1), powertrain.gears.at(-2)];
  if (top === undefined || next === undefined) return [];
  const points: HuntingPoint[] = [];
  for (let speedKmh = lowKmh; speedKmh <= highKmh + 1e-9; speedKmh += stepKmh)
    points.push({
      speedKmh,
      topPct: gradeHoldPct(powertrain, top, speedKmh, running),
      nextPct: gradeHoldPct(powertrain, next, speedKmh, running),
    });
  return points;
}
