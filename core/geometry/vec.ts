/** A point or a direction in the axes of a corner: x forward, y outboard, z up. */
export type Vec = readonly [x: number, y: number, z: number];

/** The first three of some numbers as a vector; what is not there is NaN. */
export const vecOf = (values: ArrayLike<number>): Vec => [
  values[0] ?? NaN,
  values[1] ?? NaN,
  values[2] ?? NaN,
];

export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const plus = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const times = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The direction of what has a length. */
export const unit = (v: Vec): Vec => times(v, 1 / Math.hypot(...v));

/** How long a line through some points is. */
export function lengthOf(points: readonly Vec[]): number {
  let sum = 0;
  let before = points[0];
  for (const point of points) {
    if (before) sum += Math.hypot(...minus(point, before));
    before = point;
  }
  return sum;
}

/** The middle of a box. */
export const middleOf = (low: ArrayLike<number>, high: ArrayLike<number>): Vec =>
  vecOf([0, 1, 2].map((axis) => ((low[axis] ?? 0) + (high[axis] ?? 0)) / 2));
