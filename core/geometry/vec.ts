/** A point or a direction in the axes of a corner: x forward, y outboard, z up. */
export type Vec = readonly [x: number, y: number, z: number];

/** The first three of some numbers as a vector; what is not there is NaN. */
export const vecOf = (values: ArrayLike<number>): Vec => [
  values[0] ?? NaN,
  values[1] ?? NaN,
  values[2] ?? NaN,
];

/** The middle of a box. */
export const middleOf = (low: ArrayLike<number>, high: ArrayLike<number>): Vec =>
  vecOf([0, 1, 2].map((axis) => ((low[axis] ?? 0) + (high[axis] ?? 0)) / 2));
