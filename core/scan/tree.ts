import type { Cloud } from './cloud';

/**
 * A cloud in an order in which neighbours in memory are neighbours in space, with balls around the points of
 * cells. `order[i]` is where point i of the tree stood in the cloud; part p owns points `start[p] … start[p + 1] - 1`.
 * Cells of a level are twice as wide as those of the level below, and a cell holds points of one part only. Ball b
 * of level n has its centre and radius in `balls[n][4b … 4b + 3]` and holds `child[n][b] … child[n][b + 1] - 1`:
 * points at level 0, balls of level n - 1 above it. Part p owns balls `first[n][p] … first[n][p + 1] - 1`; on the
 * top level each part that has points has one.
 */
export type Tree = {
  xyz: Float32Array;
  order: Uint32Array;
  parts: number;
  start: Uint32Array;
  balls: Float32Array[];
  child: Uint32Array[];
  first: Uint32Array[];
};

/** A finer level than this many points a cell would cost more than it saves. */
const POINTS_PER_CELL = 3;
const BITS = 10;
const CELLS = 1 << BITS;

/** Ten bits with two zeros between each and the next. */
function spread(value: number): number {
  let v = value & 0x3ff;
  v = (v | (v << 16)) & 0x030000ff;
  v = (v | (v << 8)) & 0x0300f00f;
  v = (v | (v << 4)) & 0x030c30c3;
  return (v | (v << 2)) & 0x09249249;
}

/** Keys with the index that each belongs to. */
type Keyed = { key: Uint32Array; index: Uint32Array };

/** One pass of a radix sort by what `digit` says of each item; keys go along, so that nothing is read at random. */
function pass(
  from: Keyed,
  to: Keyed,
  digits: number,
  digit: (key: number, index: number) => number,
): Uint32Array {
  const starts = new Uint32Array(digits + 1);
  for (let k = 0; k < from.key.length; k++) starts[digit(from.key[k]!, from.index[k]!) + 1]!++;
  for (let d = 0; d < digits; d++) starts[d + 1]! += starts[d]!;
  const next = starts.slice();
  for (let k = 0; k < from.key.length; k++) {
    const key = from.key[k]!;
    const index = from.index[k]!;
    const at = next[digit(key, index)]!++;
    to.key[at] = key;
    to.index[at] = index;
  }
  return starts;
}

/**
 * Lays a cloud out along a space-filling curve (bits of x, y and z in turn, 1024 cells an axis), part by part, and
 * puts balls around the points of its cells. A ball's centre is the middle of its points' box; its radius is rounded up, so that
 * single precision never leaves a point outside.
 */
export function treeOf({ xyz, part }: Cloud, parts: number): Tree {
  const count = part.length;
  let [x0, y0, z0] = [Infinity, Infinity, Infinity];
  let size = 1;
  for (let q = 0; q < xyz.length; q += 3) {
    if (xyz[q]! < x0) x0 = xyz[q]!;
    if (xyz[q + 1]! < y0) y0 = xyz[q + 1]!;
    if (xyz[q + 2]! < z0) z0 = xyz[q + 2]!;
  }
  for (let q = 0; q < xyz.length; q += 3)
    size = Math.max(size, xyz[q]! - x0, xyz[q + 1]! - y0, xyz[q + 2]! - z0);
  const scale = (CELLS - 1) / size;
  const empty = (): Keyed => ({ key: new Uint32Array(count), index: new Uint32Array(count) });
  const [one, two] = [empty(), empty()];
  for (let i = 0; i < count; i++) {
    one.index[i] = i;
    one.key[i] =
      spread((xyz[i * 3]! - x0) * scale) |
      (spread((xyz[i * 3 + 1]! - y0) * scale) << 1) |
      (spread((xyz[i * 3 + 2]! - z0) * scale) << 2);
  }
  pass(one, two, 2048, (key) => key & 2047);
  pass(two, one, 2048, (key) => (key >>> 11) & 2047);
  pass(one, two, 256, (key) => key >>> 22);
  const start = pass(two, one, parts, (_key, index) => part[index]!);
  const laid = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) {
    const q = one.index[i]! * 3;
    laid[i * 3] = xyz[q]!;
    laid[i * 3 + 1] = xyz[q + 1]!;
    laid[i * 3 + 2] = xyz[q + 2]!;
  }
  return { xyz: laid, order: one.index, parts, start, ...levelsOf(laid, one.key, start, parts) };
}

type Levels = Pick<Tree, 'balls' | 'child' | 'first'>;

/** Above this level balls are put around the balls below: a third larger, and made in no time. */
const EXACT_LEVELS = 3;

/** Cells of each level: runs of points of one part whose keys agree but for the level's last bits. */
function levelsOf(xyz: Float32Array, keys: Uint32Array, start: Uint32Array, parts: number): Levels {
  const levels: Levels = { balls: [], child: [], first: [] };
  const count = keys.length;
  /** First point of each cell of the level below; at first every point. */
  let below = Uint32Array.from({ length: count }, (_, i) => i);
  for (let bits = 0; bits <= 3 * BITS; bits += 3) {
    const begins = new Uint32Array(below.length);
    const owned = new Uint32Array(parts + 1);
    let cells = 0;
    for (let k = 0, p = -1, before = -1; k < below.length; k++) {
      const i = below[k]!;
      // The top level drops all thirty bits of a key.
      const cell = keys[i]! >>> bits;
      while (p + 1 < parts && i >= start[p + 1]!) {
        owned[++p] = cells;
        before = -1;
      }
      if (cell !== before) begins[cells++] = i;
      before = cell;
    }
    owned.fill(cells, parts);
    for (let p = parts - 1; p >= 0 && start[p] === count; p--) owned[p] = cells;
    const top = bits === 3 * BITS;
    // Too fine yet, or the cells below again: next level. The top is always kept.
    if (!top && (levels.balls.length === 0 ? cells * POINTS_PER_CELL > count : cells === below.length))
      continue;
    const points = new Uint32Array(cells + 1);
    points.set(begins.subarray(0, cells));
    points[cells] = count;
    const children = levels.balls.length === 0 ? points : indicesOf(below, points);
    levels.first.push(owned);
    levels.child.push(children);
    levels.balls.push(
      levels.balls.length < EXACT_LEVELS
        ? ballsAroundPoints(xyz, points)
        : ballsAroundBalls(levels.balls.at(-1)!, children),
    );
    below = points.subarray(0, cells);
  }
  return levels;
}

/** Where each boundary stands among the boundaries of the finer level; both ascend. */
function indicesOf(finer: Uint32Array, boundaries: Uint32Array): Uint32Array {
  const out = new Uint32Array(boundaries.length);
  let at = 0;
  boundaries.forEach((point, i) => {
    while (at < finer.length && finer[at]! < point) at++;
    out[i] = at;
  });
  return out;
}

/**
 * Balls around the points of each cell: about the middle of their box, out to the farthest. Radii are rounded up, so
 * that single precision never leaves a point outside.
 */
function ballsAroundPoints(xyz: Float32Array, boundaries: Uint32Array): Float32Array {
  const count = boundaries.length - 1;
  const out = new Float32Array(count * 4);
  for (let b = 0; b < count; b++) {
    const from = boundaries[b]! * 3;
    const to = boundaries[b + 1]! * 3;
    let [x0, y0, z0] = [Infinity, Infinity, Infinity];
    let [x1, y1, z1] = [-Infinity, -Infinity, -Infinity];
    for (let q = from; q < to; q += 3) {
      const x = xyz[q]!;
      const y = xyz[q + 1]!;
      const z = xyz[q + 2]!;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      if (z < z0) z0 = z;
      if (z > z1) z1 = z;
    }
    const at = b * 4;
    out[at] = (x0 + x1) / 2;
    out[at + 1] = (y0 + y1) / 2;
    out[at + 2] = (z0 + z1) / 2;
    // Read back, so that single precision counts in the radius.
    const cx = out[at];
    const cy = out[at + 1]!;
    const cz = out[at + 2]!;
    let far = 0;
    for (let q = from; q < to; q += 3) {
      const dx = xyz[q]! - cx;
      const dy = xyz[q + 1]! - cy;
      const dz = xyz[q + 2]! - cz;
      const square = dx * dx + dy * dy + dz * dz;
      if (square > far) far = square;
    }
    out[at + 3] = Math.sqrt(far) * (1 + 1e-6) + 1e-6;
  }
  return out;
}

/** Balls around balls, in the same way. */
function ballsAroundBalls(below: Float32Array, boundaries: Uint32Array): Float32Array {
  const count = boundaries.length - 1;
  const out = new Float32Array(count * 4);
  for (let b = 0; b < count; b++) {
    const from = boundaries[b]! * 4;
    const to = boundaries[b + 1]! * 4;
    const low = [Infinity, Infinity, Infinity];
    const high = [-Infinity, -Infinity, -Infinity];
    for (let q = from; q < to; q += 4)
      for (let axis = 0; axis < 3; axis++) {
        low[axis] = Math.min(low[axis]!, below[q + axis]! - below[q + 3]!);
        high[axis] = Math.max(high[axis]!, below[q + axis]! + below[q + 3]!);
      }
    const at = b * 4;
    for (let axis = 0; axis < 3; axis++) out[at + axis] = (low[axis]! + high[axis]!) / 2;
    let far = 0;
    for (let q = from; q < to; q += 4)
      far = Math.max(
        far,
        below[q + 3]! +
          Math.hypot(below[q]! - out[at]!, below[q + 1]! - out[at + 1]!, below[q + 2]! - out[at + 2]!),
      );
    out[at + 3] = far * (1 + 1e-6) + 1e-6;
  }
  return out;
}
