import type { Corner, Lift, Obstacle } from '../build';

/** No two neighbours of a swept polyline stand further apart than this. */
export const SPACING_MM = 10;

/**
 * A corner's obstacles laid out flat for the sweep. Obstacle i owns points
 * `start[i] … start[i + 1] - 1`, three numbers each in `xyz`. What a pose does to its height is
 * `rise[i] + follow[i] * h'`. Obstacles on the upright are marked: they turn with the hub.
 */
export type FlatObstacles = {
  count: number;
  xyz: Float64Array;
  start: Int32Array;
  rise: Float64Array;
  follow: Float64Array;
  upright: Uint8Array;
};

/** A polyline with equal steps of at most `SPACING_MM` put between its points; one point stays one. */
export function resample(points: Obstacle['points']): [number, number, number][] {
  const out: [number, number, number][] = [];
  points.forEach((to, i) => {
    const from = points[i - 1];
    if (from) {
      const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
      const steps = Math.ceil(length / SPACING_MM - 1e-9);
      for (let k = 1; k < steps; k++) {
        const f = k / steps;
        out.push([
          from[0] + (to[0] - from[0]) * f,
          from[1] + (to[1] - from[1]) * f,
          from[2] + (to[2] - from[2]) * f,
        ]);
      }
    }
    out.push(to);
  });
  return out;
}

/**
 * How far a lift moves what each carrier holds: body lift raises only the body, the frame is the
 * reference, and an arm starts lowered by its bracket and follows the hub (z - B + f·h', h' = h + B).
 */
export function carrierMotion(carrier: Obstacle['carrier'], lift: Lift): { riseMm: number; follow: number } {
  if (carrier === 'body') return { riseMm: lift.bodyMm, follow: 0 };
  if (typeof carrier === 'string') return { riseMm: 0, follow: 0 };
  return { riseMm: -lift.bracketMm, follow: carrier.arm };
}

export function flatten(obstacles: Corner['obstacles'], lift: Lift): FlatObstacles {
  const lines = obstacles.map(({ points }) => resample(points));
  const start = new Int32Array(obstacles.length + 1);
  lines.forEach((line, i) => (start[i + 1] = (start[i] ?? 0) + line.length));
  const motions = obstacles.map(({ carrier }) => carrierMotion(carrier, lift));
  return {
    count: obstacles.length,
    xyz: Float64Array.from(lines.flat(2)),
    start,
    rise: Float64Array.from(motions, ({ riseMm }) => riseMm),
    follow: Float64Array.from(motions, ({ follow }) => follow),
    upright: Uint8Array.from(obstacles, ({ carrier }) => (carrier === 'upright' ? 1 : 0)),
  };
}
