import type { Obstacle } from '../format/build';
import type { Cloud } from './cloud';

/** Width of a slice of the clock, degrees: 2.5° at half a metre is 22 mm along the edge. */
const SLICE_DEG = 2.5;

/**
 * A part of a scan as a line to measure by: round the clock, in every slice the point that the swept wheel comes
 * nearest to. It stands for the part where obstacles are drawn and judged as lines; the scan itself is swept whole.
 * `perPoint` is the least clearance of each point of the cloud.
 */
export function contourOf({ xyz, part }: Cloud, which: number, perPoint: Float32Array): Obstacle['points'] {
  const slices = new Map<number, number>();
  for (let i = 0; i < part.length; i++) {
    if (part[i] !== which) continue;
    const clock = (Math.atan2(xyz[i * 3]!, xyz[i * 3 + 2]!) * 180) / Math.PI;
    const slice = Math.floor(clock / SLICE_DEG);
    const best = slices.get(slice);
    if (best === undefined || perPoint[i]! < perPoint[best]!) slices.set(slice, i);
  }
  const round = (mm: number): number => Math.round(mm * 10) / 10;
  return [...slices]
    .sort(([a], [b]) => a - b)
    .map(([, i]) => [round(xyz[i * 3]!), round(xyz[i * 3 + 1]!), round(xyz[i * 3 + 2]!)]);
}
