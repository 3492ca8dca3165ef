import type { Vec } from '../geometry/vec';

/** The axes of a wheel that steers and tilts with its hub and does not roll: level ahead along it, and square to that, up. */
export type HubFrame = { ahead: Vec; above: Vec };

/** Writes both axes for a unit spin axis: ahead (x, y, z), above (x, y, z). */
export function writeHubFrame(out: Float64Array, sx: number, sy: number, sz: number): void {
  const long = Math.hypot(sy, sx);
  const [ax, ay] = [sy / long, -sx / long];
  out[0] = ax;
  out[1] = ay;
  out[2] = 0;
  out[3] = ay * sz;
  out[4] = -ax * sz;
  out[5] = ax * sy - ay * sx;
}

export function hubFrame([sx, sy, sz]: Vec): HubFrame {
  const at = new Float64Array(6);
  writeHubFrame(at, sx, sy, sz);
  return { ahead: [at[0]!, at[1]!, at[2]!], above: [at[3]!, at[4]!, at[5]!] };
}
