import type { Profile } from '../clearance/profile';
import type { Silhouette } from '../clearance/silhouette';

/** Points in a block: few enough to lie close together, many enough that a block's own test is worth it. */
const BLOCK = 16;

/**
 * The points of one front in blocks that lie close together. `point` holds 2 numbers a point (a, r), block by block; `box` 4 a
 * block (least a, most a, least r, most r); block b owns points `first[b] … first[b + 1] - 1`, obstacle i blocks
 * `start[i] … start[i + 1] - 1`.
 */
type Blocks = { point: Float64Array; box: Float64Array; first: Int32Array; start: Int32Array };
export type BlockedSilhouette = { tire: Blocks; rims: Blocks[] };

export type Front = Silhouette['tire'];

/** Splits points at the middle of their longer side until each part is a block. */
function split(points: [number, number][], take: (block: [number, number][]) => void): void {
  if (points.length <= BLOCK) {
    if (points.length > 0) take(points);
    return;
  }
  const span = (axis: 0 | 1): number => {
    let [low, high] = [Infinity, -Infinity];
    for (const point of points) {
      low = Math.min(low, point[axis]);
      high = Math.max(high, point[axis]);
    }
    return high - low;
  };
  const axis = span(0) >= span(1) ? 0 : 1;
  points.sort((p, q) => p[axis] - q[axis]);
  const middle = points.length >> 1;
  split(points.slice(0, middle), take);
  split(points.slice(middle), take);
}

function blocksOf({ a, r, start }: Front, count: number): Blocks {
  const point: number[] = [];
  const box: number[] = [];
  const first = [0];
  const blocks = new Int32Array(count + 1);
  for (let i = 0; i < count; i++) {
    const own: [number, number][] = [];
    for (let p = start[i]!; p < start[i + 1]!; p++) own.push([a[p]!, r[p]!]);
    split(own, (block) => {
      let [a0, a1, r0, r1] = [Infinity, -Infinity, Infinity, -Infinity];
      for (const [pa, pr] of block) {
        point.push(pa, pr);
        a0 = Math.min(a0, pa);
        a1 = Math.max(a1, pa);
        r0 = Math.min(r0, pr);
        r1 = Math.max(r1, pr);
      }
      box.push(a0, a1, r0, r1);
      first.push(point.length / 2);
    });
    blocks[i + 1] = first.length - 1;
  }
  return {
    point: Float64Array.from(point),
    box: Float64Array.from(box),
    first: Int32Array.from(first),
    start: blocks,
  };
}

/** Points that are judged against tire and rim alike, whichever family a wheel is of; its one rim is number 0. */
export function blockedPoints(front: Front, count: number): BlockedSilhouette {
  const blocks = blocksOf(front, count);
  return { tire: blocks, rims: [blocks] };
}

/** The same silhouette, its points in blocks: for a search that asks it about very many wheels. */
export function blocked(silhouette: Silhouette): BlockedSilhouette {
  return {
    tire: blocksOf(silhouette.tire, silhouette.count),
    rims: silhouette.rims.map((rim) => blocksOf(rim, silhouette.count)),
  };
}

/**
 * Least distance of obstacle i's blocks from a rectangle of straight half sizes `flatU`, `flatW` about (centre, mid) with round
 * corners, where it can be below `enough`; else `enough`. A shape's signed distance does not fall as a point moves away from
 * its middle along either axis, so that the corner of a block's box that is nearest to the middle is no farther than any of
 * its points. The distance is that of `tireDistance` and `rimDistance`, written out: a call for each point would cost more
 * than its arithmetic.
 */
function leastIn(
  { point, box, first, start }: Blocks,
  i: number,
  centre: number,
  mid: number,
  flatU: number,
  flatW: number,
  radius: number,
  enough: number,
): number {
  let best = enough;
  for (let b = start[i]!; b < start[i + 1]!; b++) {
    const at = b * 4;
    const a0 = box[at]!;
    const a1 = box[at + 1]!;
    const r0 = box[at + 2]!;
    const r1 = box[at + 3]!;
    let u = (centre < a0 ? a0 - centre : centre > a1 ? centre - a1 : 0) - flatU;
    let w = (mid < r0 ? r0 - mid : mid > r1 ? mid - r1 : 0) - flatW;
    if ((u > 0 && w > 0 ? Math.sqrt(u * u + w * w) : u > w ? u : w) - radius >= best) continue;
    const end = first[b + 1]! * 2;
    for (let p = first[b]! * 2; p < end; p += 2) {
      u = Math.abs(point[p]! - centre) - flatU;
      w = Math.abs(point[p + 1]! - mid) - flatW;
      const here = (u > 0 && w > 0 ? Math.sqrt(u * u + w * w) : u > w ? u : w) - radius;
      if (here < best) best = here;
    }
  }
  return best;
}

/**
 * Least clearance of each obstacle from one wheel, as `judgeSilhouette` finds it, written into `least`; an obstacle that is
 * neither met nor the nearest of all may be written as anything from the nearest's clearance up. Returns the nearest's. Which
 * of the family's rims it is (`rimInFamily`) is asked for once for many, not here. `order` says which obstacle to look at
 * first; the nearest is moved to its front, since the next wheel is most likely nearest to it too.
 */
export function judgeBlocked(
  { tire, rims }: BlockedSilhouette,
  profile: Profile,
  rimOf: number,
  cut: Float64Array,
  least: Float64Array,
  order: Int32Array,
): number {
  const rim = rims[rimOf];
  if (!rim) throw new Error(`the silhouette has ${rims.length} rims, and ${rimOf} is none of them`);
  const { centreMm, tireHalfWidthMm, shoulderMm, tireInnerMm, tireOuterMm } = profile;
  const { rimHalfWidthMm, rimInnerMm, rimOuterMm } = profile;
  const tireMid = (tireInnerMm + tireOuterMm) / 2;
  const tireU = tireHalfWidthMm - shoulderMm;
  const tireW = (tireOuterMm - tireInnerMm) / 2 - shoulderMm;
  const rimMid = (rimInnerMm + rimOuterMm) / 2;
  const rimW = (rimOuterMm - rimInnerMm) / 2;
  let nearest = Infinity;
  let nearestAt = 0;
  for (let k = 0; k < order.length; k++) {
    const i = order[k]!;
    // What is farther than the nearest so far and not met needs no figure of its own.
    const enough = (nearest > 0 ? nearest : 0) - cut[i]!;
    const byTire = leastIn(tire, i, centreMm, tireMid, tireU, tireW, shoulderMm, enough);
    const both = leastIn(rim, i, centreMm, rimMid, rimHalfWidthMm, rimW, 0, byTire) + cut[i]!;
    least[i] = both;
    if (both < nearest) {
      nearest = both;
      nearestAt = k;
    }
  }
  const front = order[nearestAt]!;
  order.copyWithin(1, 0, nearestAt);
  order[0] = front;
  return nearest;
}
