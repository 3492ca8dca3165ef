import type { Corner, Obstacle } from '../format/build';
import type { Lift } from '../format/package';

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
  /** 1 for each point that was not measured, or that lies between two of which one was not. */
  guessed: Uint8Array;
  /**
   * Runs of at most `CHUNK` neighbouring points with a ball around each: chunk c owns points
   * `chunkPoint[c] … chunkPoint[c + 1] - 1`, obstacle i owns chunks `chunkStart[i] … chunkStart[i + 1] - 1`;
   * `ball` has four numbers per chunk, centre and radius.
   */
  chunkStart: Int32Array;
  chunkPoint: Int32Array;
  ball: Float64Array;
  /**
   * The line that a run lies along: five numbers per chunk, its direction, how far the run reaches along it from the middle of its
   * ball, and how far it strays from it.
   */
  bar: Float64Array;
};

/** Long enough to save work, short enough (50 mm) for its ball to stand clear of the wheel. */
export const CHUNK = 6;

type Point = readonly [number, number, number];

/** Centre of the bounding box of some points, and the distance to the farthest of them. */
function ballAround(points: readonly Point[]): [number, number, number, number] {
  const middle = [0, 1, 2].map((axis) => {
    const values = points.map((point) => point[axis] ?? 0);
    return (Math.min(...values) + Math.max(...values)) / 2;
  }) as [number, number, number];
  const [x, y, z] = middle;
  return [x, y, z, Math.max(...points.map((point) => Math.hypot(point[0] - x, point[1] - y, point[2] - z)))];
}

/** Direction from the first to the last of some points, and how far they reach along it and stray from it, seen from a middle. */
function barAlong(points: readonly Point[], [x, y, z]: Point): [number, number, number, number, number] {
  const [from, to] = [points[0]!, points.at(-1)!];
  const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]) || 1;
  const [dx, dy, dz] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length, (to[2] - from[2]) / length];
  let [reach, stray] = [0, 0];
  for (const [px, py, pz] of points) {
    const [vx, vy, vz] = [px - x, py - y, pz - z];
    const along = vx * dx + vy * dy + vz * dz;
    reach = Math.max(reach, Math.abs(along));
    stray = Math.max(stray, Math.hypot(vx - along * dx, vy - along * dy, vz - along * dz));
  }
  return [dx, dy, dz, reach, stray];
}

/**
 * A polyline with equal steps of at most `SPACING_MM` put between its points; one point stays one. `from[i]` is
 * the number of the given point at or before point i, with a half where it lies between two.
 */
export function resampled(points: Obstacle['points']): {
  points: [number, number, number][];
  from: number[];
} {
  const out: [number, number, number][] = [];
  const from: number[] = [];
  points.forEach((to, i) => {
    const start = points[i - 1];
    if (start) {
      const length = Math.hypot(to[0] - start[0], to[1] - start[1], to[2] - start[2]);
      const steps = Math.ceil(length / SPACING_MM - 1e-9);
      for (let k = 1; k < steps; k++) {
        const f = k / steps;
        out.push([
          start[0] + (to[0] - start[0]) * f,
          start[1] + (to[1] - start[1]) * f,
          start[2] + (to[2] - start[2]) * f,
        ]);
        from.push(i - 0.5);
      }
    }
    out.push(to);
    from.push(i);
  });
  return { points: out, from };
}

/** The points alone. */
export function resample(points: Obstacle['points']): [number, number, number][] {
  return resampled(points).points;
}

function guessedPoints({ points, estimated = [] }: Obstacle): number[] {
  const guess = new Set(estimated);
  return resampled(points).from.map((at) => (guess.has(Math.floor(at)) || guess.has(Math.ceil(at)) ? 1 : 0));
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

/** What of flat obstacles no lift changes. */
type FlatShape = Omit<FlatObstacles, 'rise' | 'follow'>;
const shapes = new WeakMap<Corner['obstacles'], FlatShape>();

function shapeOf(obstacles: Corner['obstacles']): FlatShape {
  const lines = obstacles.map(({ points }) => resample(points));
  const start = new Int32Array(obstacles.length + 1);
  lines.forEach((line, i) => (start[i + 1] = (start[i] ?? 0) + line.length));
  const xyz = new Float64Array((start[obstacles.length] ?? 0) * 3);
  let at = 0;
  for (const line of lines)
    for (const point of line) {
      xyz.set(point, at);
      at += 3;
    }
  const chunks = lines.map((line) =>
    Array.from({ length: Math.ceil(line.length / CHUNK) }, (_, k) => line.slice(k * CHUNK, (k + 1) * CHUNK)),
  );
  const chunkStart = new Int32Array(obstacles.length + 1);
  chunks.forEach((list, i) => (chunkStart[i + 1] = (chunkStart[i] ?? 0) + list.length));
  const all = chunks.flat();
  const chunkPoint = new Int32Array(all.length + 1);
  all.forEach((chunk, c) => (chunkPoint[c + 1] = (chunkPoint[c] ?? 0) + chunk.length));
  const balls = all.map(ballAround);
  return {
    count: obstacles.length,
    xyz,
    start,
    chunkStart,
    chunkPoint,
    ball: Float64Array.from(balls.flat()),
    bar: Float64Array.from(
      all.flatMap((run, c) => barAlong(run, [balls[c]![0], balls[c]![1], balls[c]![2]])),
    ),
    guessed: Uint8Array.from(obstacles.flatMap(guessedPoints)),
    upright: Uint8Array.from(obstacles, ({ carrier }) => (carrier === 'upright' ? 1 : 0)),
  };
}

/** Obstacles laid out flat, on a lift. What no lift changes is worked out once for each list of obstacles: documents do not change. */
export function flatten(obstacles: Corner['obstacles'], lift: Lift): FlatObstacles {
  let shape = shapes.get(obstacles);
  if (!shape) shapes.set(obstacles, (shape = shapeOf(obstacles)));
  const motions = obstacles.map(({ carrier }) => carrierMotion(carrier, lift));
  return {
    ...shape,
    rise: Float64Array.from(motions, ({ riseMm }) => riseMm),
    follow: Float64Array.from(motions, ({ follow }) => follow),
  };
}
