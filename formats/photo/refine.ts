import type { Grey } from './findCards';

/** Along an edge one place a pixel is looked at, from so far off the corner on and not further than that. */
const FROM_PX = 1.2;
const REACH_PX = 26;
/** Across an edge, so far to both sides at most, and so much of a cell of the marker's eight. */
const ACROSS_PX = 2.5;
const OF_A_CELL = 0.55;
const CELLS = 8;
const STEP_PX = 0.25;
/** A line needs so many places; what is further off it than this many times the middle is left out. */
const LEAST_PLACES = 4;
const FAR = 3;
/** A corner that would move further than this, pixels, stays where it was found. */
const MOST_MOVE_PX = 2.5;
const ROUNDS = 3;

type Flat = readonly [x: number, y: number];

/** The level between pixels, bilinear; the edge's own beyond the picture. */
function levelAt({ width, height, levels }: Grey, x: number, y: number): number {
  const cx = Math.min(Math.max(x, 0), width - 1.001);
  const cy = Math.min(Math.max(y, 0), height - 1.001);
  const [i, j] = [Math.floor(cx), Math.floor(cy)];
  const [u, v] = [cx - i, cy - j];
  const at = j * width + i;
  const above = (levels[at] ?? 0) * (1 - u) + (levels[at + 1] ?? 0) * u;
  const below = (levels[at + width] ?? 0) * (1 - u) + (levels[at + width + 1] ?? 0) * u;
  return above * (1 - v) + below * v;
}

/** How far outward of a place the edge from black to white lies: the middle of how the levels rise; undefined where they do not. */
function edgeAt(
  grey: Grey,
  [x, y]: Flat,
  [nx, ny]: Flat,
  across: number,
): { off: number; weight: number } | undefined {
  let sum = 0;
  let moment = 0;
  let before = levelAt(grey, x - across * nx, y - across * ny);
  for (let t = -across + STEP_PX; t <= across + 1e-9; t += STEP_PX) {
    const now = levelAt(grey, x + t * nx, y + t * ny);
    const rise = Math.max(now - before, 0);
    sum += rise;
    moment += rise * (t - STEP_PX / 2);
    before = now;
  }
  return sum > 20 ? { off: moment / sum, weight: sum } : undefined;
}

type Place = { along: number; off: number; weight: number };

/** off = a + b·along, weighted, without what is far off; undefined where too few places are left. */
function lineOf(places: readonly Place[]): { a: number; b: number } | undefined {
  let kept = places;
  for (let round = 0; ; round++) {
    if (kept.length < LEAST_PLACES) return undefined;
    let [w, x, y, xx, xy] = [0, 0, 0, 0, 0];
    for (const { along, off, weight } of kept) {
      w += weight;
      x += weight * along;
      y += weight * off;
      xx += weight * along * along;
      xy += weight * along * off;
    }
    const b = (w * xy - x * y) / (w * xx - x * x);
    const a = (y - b * x) / w;
    if (!Number.isFinite(a + b)) return undefined;
    const misses = kept.map(({ along, off }) => Math.abs(off - a - b * along));
    const middle = [...misses].sort((p, q) => p - q)[Math.floor(misses.length / 2)] ?? 0;
    const next = kept.filter((_, i) => (misses[i] ?? 0) <= Math.max(FAR * middle, 0.1));
    if (round === 2 || next.length === kept.length) return { a, b };
    kept = next;
  }
}

/** The line of one edge near one of its corners, as a point and a direction. */
function edgeLine(
  grey: Grey,
  corner: Flat,
  other: Flat,
  inside: Flat,
): [point: Flat, direction: Flat] | undefined {
  const length = Math.hypot(other[0] - corner[0], other[1] - corner[1]);
  const d: Flat = [(other[0] - corner[0]) / length, (other[1] - corner[1]) / length];
  // Across the edge, away from the square.
  const side = (inside[0] - corner[0]) * -d[1] + (inside[1] - corner[1]) * d[0] > 0 ? -1 : 1;
  const n: Flat = [-d[1] * side, d[0] * side];
  // How thick a cell is across this edge.
  const depth = Math.abs((inside[0] - corner[0]) * n[0] + (inside[1] - corner[1]) * n[1]) * 2;
  const across = Math.min(ACROSS_PX, Math.max(1, (depth / CELLS) * OF_A_CELL));
  const places: Place[] = [];
  for (let along = FROM_PX; along <= Math.min(length - FROM_PX, REACH_PX); along++) {
    const found = edgeAt(grey, [corner[0] + d[0] * along, corner[1] + d[1] * along], n, across);
    if (found) places.push({ along, ...found });
  }
  const line = lineOf(places);
  return (
    line && [
      [corner[0] + n[0] * line.a, corner[1] + n[1] * line.a],
      [d[0] + n[0] * line.b, d[1] + n[1] * line.b],
    ]
  );
}

function crossing([p, d]: readonly [Flat, Flat], [q, e]: readonly [Flat, Flat]): Flat {
  const by = d[0] * e[1] - d[1] * e[0];
  const t = ((q[0] - p[0]) * e[1] - (q[1] - p[1]) * e[0]) / by;
  return [p[0] + t * d[0], p[1] + t * d[1]];
}

/**
 * The corners of a black square (u and v in turn) where the straight edges next to each cross: steadier than the corner itself,
 * above all of small squares. A corner whose edges are not seen stays.
 */
export function refineCorners(grey: Grey, corners: readonly number[]): number[] {
  let now: Flat[] = [0, 1, 2, 3].map((i) => [corners[i * 2] ?? 0, corners[i * 2 + 1] ?? 0]);
  const first = now;
  for (let round = 0; round < ROUNDS; round++) {
    const middle: Flat = [
      now.reduce((sum, p) => sum + p[0], 0) / 4,
      now.reduce((sum, p) => sum + p[1], 0) / 4,
    ];
    now = now.map((corner, i): Flat => {
      const lines = [now[(i + 1) % 4], now[(i + 3) % 4]].map((other) =>
        edgeLine(grey, corner, other ?? corner, middle),
      );
      const [a, b] = lines;
      const start = first[i] ?? corner;
      if (!a || !b) return start;
      const at = crossing(a, b);
      const move = Math.hypot(at[0] - start[0], at[1] - start[1]);
      return move <= MOST_MOVE_PX ? at : start;
    });
  }
  return now.flat();
}
