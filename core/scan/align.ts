import type { Result } from '../result';
import { cross, dot, minus, times, type Vec } from '../geometry/vec';
import type { Side } from '../format/names';

/** What is picked in a scan to say where the vehicle stands in it, in the scan's own coordinates. */
export type Picks = {
  /** The centre of the hub's mounting face. */
  hub: Vec;
  /** Two more points of the mounting face, not in line with its centre. */
  face: readonly [Vec, Vec];
  /** Three points of the ground. */
  ground: readonly [Vec, Vec, Vec];
};

/** Twelve numbers, row by row: x' = m0·x + m1·y + m2·z + m3, and so on. */
export type Placement = readonly number[];

type Aligned = Result<Placement, { message: string }>;

/** Picks that are nearer to one line than this (sine of the angle between them) tell no direction. */
const IN_LINE = 0.05;

/**
 * Places a scan in the corner's own axes (origin at the hub's mounting face, x forward, y outboard, z up): y along
 * the face's normal, z the ground's normal made square to it. `middle` is the middle of the cloud: the vehicle lies
 * on that side of the face, so outboard is the other way. A scan of the right side comes out mirrored to the left.
 */
export function alignment({ hub, face, ground }: Picks, middle: Vec, side: Side): Aligned {
  const normal = (a: Vec, b: Vec): Vec | null => {
    const n = cross(a, b);
    const long = Math.hypot(...n);
    return long < IN_LINE * Math.hypot(...a) * Math.hypot(...b) || long === 0 ? null : times(n, 1 / long);
  };
  const out = normal(minus(face[0], hub), minus(face[1], hub));
  if (!out)
    return {
      ok: false,
      message: 'The three points of the hub face lie in one line; pick them further apart.',
    };
  const level = normal(minus(ground[1], ground[0]), minus(ground[2], ground[0]));
  if (!level)
    return { ok: false, message: 'The three points of the ground lie in one line; pick them further apart.' };
  const y = dot(minus(middle, hub), out) > 0 ? times(out, -1) : out;
  const up = dot(minus(hub, ground[0]), level) < 0 ? times(level, -1) : level;
  const square = minus(up, times(y, dot(up, y)));
  const long = Math.hypot(...square);
  if (long < 0.5)
    return { ok: false, message: 'The hub face looks at the ground: pick the face and the ground again.' };
  const z = times(square, 1 / long);
  // On the left forward is y × z; the right side’s outboard points the other way, and is mirrored onto the left.
  const x = side === 'left' ? cross(y, z) : cross(z, y);
  return { ok: true, value: [x, y, z].flatMap((axis) => [...axis, -dot(axis, hub)]) };
}

/** Moves every point, in place. */
export function place(xyz: Float32Array, placement: Placement): void {
  const [a = 1, b = 0, c = 0, d = 0, e = 0, f = 1, g = 0, h = 0, i = 0, j = 0, k = 1, l = 0] = placement;
  for (let q = 0; q < xyz.length; q += 3) {
    const x = xyz[q]!;
    const y = xyz[q + 1]!;
    const z = xyz[q + 2]!;
    xyz[q] = a * x + b * y + c * z + d;
    xyz[q + 1] = e * x + f * y + g * z + h;
    xyz[q + 2] = i * x + j * y + k * z + l;
  }
}
