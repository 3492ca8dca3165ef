import { leastDistance, mostDistance, rimInFamily, type Family, type ShapeRange } from './family';
import type { SweepCorner } from './corner';
import { scatterStride } from './kernel';
import { POSE_STRIDE } from './poses';
import { rimDistance, tireDistance, type Profile } from './profile';

export { familyOf } from './family';

/** Points that can be nearest to some shape: obstacle i owns `start[i] … start[i + 1] - 1`. */
type Front = { a: Float64Array; r: Float64Array; start: Int32Array };
/** One front for every tire of the family, and one for the rims of each diameter. */
export type Silhouette = { family: Family; tire: Front; rims: Front[]; count: number };

/**
 * Width of a bin, mm. Of the points that fall into one bin the one that reaches farthest toward the wheel is
 * kept; since a distance changes by at most 1 mm per mm, what is lost is at most the width of a bin.
 */
const BIN_MM = 0.04;
/** Half the span of the section plane whose bins lie flat in memory; what is farther out is kept in a map. */
const REACH_MM = 1600;
const BINS = Math.ceil((2 * REACH_MM) / BIN_MM);

/** One bin row: per bin the extreme value that was seen (least or greatest) and where in the bin it stood. */
class Extremes {
  private readonly value = new Float64Array(BINS);
  private readonly at = new Float64Array(BINS);
  private readonly seen = new Uint8Array(BINS);
  private readonly used: number[] = [];
  /** Bins beyond the reach: seldom any, and then few. */
  private readonly far = new Map<number, readonly [position: number, value: number]>();

  constructor(private readonly sign: 1 | -1) {}

  offer(position: number, value: number): void {
    const bin = Math.floor((position + REACH_MM) / BIN_MM);
    if (bin < 0 || bin >= BINS) {
      const before = this.far.get(bin);
      if (!before || this.sign * value < this.sign * before[1]) this.far.set(bin, [position, value]);
      return;
    }
    if (this.seen[bin] === 0) {
      this.seen[bin] = 1;
      this.used.push(bin);
    } else if (this.sign * value >= this.sign * this.value[bin]!) return;
    this.value[bin] = value;
    this.at[bin] = position;
  }

  /** Calls back for every used bin, in no order that matters, and empties the row. */
  drain(take: (position: number, value: number) => void): void {
    for (const [position, value] of this.far.values()) take(position, value);
    for (const bin of this.used) {
      take(this.at[bin]!, this.value[bin]!);
      this.seen[bin] = 0;
    }
    this.used.length = 0;
    this.far.clear();
  }
}

/**
 * Keeps of one obstacle the points that can be nearest to a shape of the family.
 *
 * A shape is a rectangle (with or without round corners) about (c, m), with c in `centre` and m in `mid`. With
 * u = |a − c| and w = |r − m|, its signed distance g does not fall as u or w grows, is at least u − U and at
 * least w − W less the corner radius (U and W its straight half sizes), and is the larger of those two where
 * either is not positive. So:
 *
 * 1. Beyond `mid` (r above its high end) g does not fall as r grows, whichever shape it is; of points at one a
 *    only the lowest can be nearest. Below the low end, only the highest; beside `centre` the same sideways.
 * 2. In the four corners both hold at once: a point is beaten by any other that is as near or nearer in both, to
 *    the right of the centres by one that lies between it and its mirror image in the farthest centre, to the left
 *    in the same way. What is left is a staircase.
 * 3. Above, a point q that stands over the straight tread of every shape (s = U − u is not negative for the
 *    least U and the farthest c) beats every p that is no lower, as long as r_p ≥ T − s, with T the largest
 *    m + W: g(q) is the larger of u_q − U ≤ −s ≤ r_p − T and w_q − W ≤ w_p − W, and both are at most
 *    w_p − W ≤ g(p). Only what reaches deeper than s into the largest shape has to be kept beside q. The same
 *    holds below and to either side with the roles exchanged.
 * 4. Between all four bounds none of this holds, and every point is kept.
 * 5. A point whose least distance from any shape is more than another's greatest from all of them is never nearest.
 */
class EnvelopeBuilder {
  private readonly above = new Extremes(1);
  private readonly below = new Extremes(-1);
  private readonly right = new Extremes(1);
  private readonly left = new Extremes(-1);
  private readonly middle = new Map<number, [number, number]>();
  readonly a: number[] = [];
  readonly r: number[] = [];

  constructor(
    private readonly centre: readonly [number, number],
    private readonly shape: ShapeRange,
  ) {}

  /** Rule 5's greatest distance of the best point so far. */
  private sure = Infinity;

  /** Whether a point within `reachMm` of (a, r) could be nearest to any shape. */
  wants(a: number, r: number, reachMm: number): boolean {
    return leastDistance(this.shape, a, r) - reachMm <= this.sure;
  }

  offer(a: number, r: number): void {
    if (!this.near(a, r)) return;
    this.sure = Math.min(this.sure, mostDistance(this.shape, this.centre, a, r));
    const [low, high] = this.shape.midMm;
    if (r > high) this.above.offer(a, r);
    else if (r < low) this.below.offer(a, r);
    else if (a > this.centre[1]) this.right.offer(r, a);
    else if (a < this.centre[0]) this.left.offer(r, a);
    else
      this.middle.set(Math.floor((a + REACH_MM) / BIN_MM) * BINS + Math.floor((r + REACH_MM) / BIN_MM), [
        a,
        r,
      ]);
  }

  /** Whether a point can be nearest by rule 5, as far as is known by now. */
  private near(a: number, r: number): boolean {
    return leastDistance(this.shape, a, r) <= this.sure;
  }

  /**
   * One side, its points told by how far out they are and where along the side, which is `turned` where that is
   * the radius: rules 1 to 3. `edge` is how far out the farthest straight side stands, `bounds` the range of the
   * shapes' middles along the side.
   */
  private side(
    from: Extremes,
    sign: 1 | -1,
    edge: number,
    bounds: readonly [number, number],
    leastHalf: number,
    turned: boolean,
  ): void {
    const points: [along: number, out: number][] = [];
    // What rule 5 says of all points is known by now, and most of them need not be sorted.
    from.drain((along, out) => {
      if (turned ? this.near(out, along) : this.near(along, out)) points.push([along, out]);
    });
    points.sort(([, x], [, y]) => sign * (x - y));
    // Rule 3's slack of the best point so far, and where rule 2 ends each corner.
    let slack = -1;
    let [leftmost, rightmost] = [-Infinity, Infinity];
    for (const [along, out] of points) {
      if (slack >= 0 && sign * (out - edge) >= -slack) continue;
      if (along <= leftmost || along >= rightmost) continue;
      this.a.push(turned ? out : along);
      this.r.push(turned ? along : out);
      leftmost = Math.max(leftmost, Math.min(along, 2 * bounds[0] - along));
      rightmost = Math.min(rightmost, Math.max(along, 2 * bounds[1] - along));
      slack = Math.max(slack, leastHalf - Math.max(Math.abs(along - bounds[0]), Math.abs(along - bounds[1])));
    }
  }

  /** Moves what was offered since the last call into `a` and `r`. */
  finish(): void {
    const { midMm, leastHalfAMm, leastHalfRMm, outerMm, innerMm, rightMm, leftMm } = this.shape;
    this.side(this.above, 1, outerMm, this.centre, leastHalfAMm, false);
    this.side(this.below, -1, innerMm, this.centre, leastHalfAMm, false);
    this.side(this.right, 1, rightMm, midMm, leastHalfRMm, true);
    this.side(this.left, -1, leftMm, midMm, leastHalfRMm, true);
    for (const [a, r] of this.middle.values()) {
      if (!this.near(a, r)) continue;
      this.a.push(a);
      this.r.push(r);
    }
    this.middle.clear();
    this.sure = Infinity;
  }
}

/**
 * Folds every obstacle point in every pose of the zone into the wheel's section plane, once, and keeps what a
 * wheel of the family could meet first. Where a point stands there depends on pose and lift alone, so every
 * tire, wheel and spacer of the family can then be judged against these points (`judgeSilhouette`).
 */
export function buildSilhouette(corner: SweepCorner, family: Family): Silhouette {
  const { flat, inZone, poseSets, passed } = corner;
  const { centreMm, flangeInside } = family;
  const tire = new EnvelopeBuilder(centreMm, family.tire);
  const rims = family.rims.map((rim) => new EnvelopeBuilder(centreMm, rim));
  // Beyond the highest flange the tire is nearer, and no rim has to know.
  const flange = flangeInside ? Math.max(...family.rims.map(({ outerMm }) => outerMm)) : Infinity;
  const all = [tire, ...rims];
  const starts = all.map(() => new Int32Array(flat.count + 1));
  const offer = (a: number, r: number): void => {
    tire.offer(a, r);
    if (r <= flange) for (const rim of rims) rim.offer(a, r);
  };
  const wanted = (a: number, r: number, reachMm: number): boolean =>
    tire.wants(a, r, reachMm) || (r - reachMm <= flange && rims.some((rim) => rim.wants(a, r, reachMm)));
  const stride = scatterStride(inZone.length);
  for (let i = 0; i < flat.count; i++) {
    if (flat.upright[i] === 1)
      for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3)
        offer(flat.xyz[q + 1]!, Math.hypot(flat.xyz[q]!, flat.xyz[q + 2]!));
    else
      for (const [way, poses] of poseSets.entries())
        for (let k = 0, pose = 0; k < inZone.length; k++, pose = (pose + stride) % inZone.length) {
          if (inZone[pose] !== 1 || passed[way]![i] === 1) continue;
          const p = pose * POSE_STRIDE;
          const lower = poses[p + 2]! - flat.rise[i]! - flat.follow[i]! * poses[p + 6]!;
          const sx = poses[p + 3]!;
          const sy = poses[p + 4]!;
          const sz = poses[p + 5]!;
          for (let chunk = flat.chunkStart[i]!; chunk < flat.chunkStart[i + 1]!; chunk++) {
            const b = chunk * 4;
            let vx = flat.ball[b]! - poses[p]!;
            let vy = flat.ball[b + 1]! - poses[p + 1]!;
            let vz = flat.ball[b + 2]! - lower;
            let a = vx * sx + vy * sy + vz * sz;
            // Rounding may leave a little under 0 where the point lies on the axle itself.
            if (!wanted(a, Math.sqrt(Math.abs(vx * vx + vy * vy + vz * vz - a * a)), flat.ball[b + 3]!))
              continue;
            const end = flat.chunkPoint[chunk + 1]! * 3;
            for (let q = flat.chunkPoint[chunk]! * 3; q < end; q += 3) {
              vx = flat.xyz[q]! - poses[p]!;
              vy = flat.xyz[q + 1]! - poses[p + 1]!;
              vz = flat.xyz[q + 2]! - lower;
              a = vx * sx + vy * sy + vz * sz;
              offer(a, Math.sqrt(Math.abs(vx * vx + vy * vy + vz * vz - a * a)));
            }
          }
        }
    all.forEach((one, n) => {
      one.finish();
      starts[n]![i + 1] = one.a.length;
    });
  }
  const [front, ...others] = all.map((one, n): Front => ({
    a: Float64Array.from(one.a),
    r: Float64Array.from(one.r),
    start: starts[n]!,
  }));
  return { family, tire: front!, rims: others, count: flat.count };
}

/** Points of a silhouette, tire and rims together. */
export function silhouettePoints({ tire, rims }: Silhouette): number {
  return rims.reduce((sum, { a }) => sum + a.length, tire.a.length);
}

/**
 * Least clearance in mm of each obstacle from one wheel over the zone, written into `least` (one number per
 * obstacle): what the full sweep finds, to 0.05 mm. `cut[i]` is added as in the sweep. Throws for a wheel
 * outside the family: the points that it could meet were not kept.
 */
export function judgeSilhouette(
  { family, tire, rims, count }: Silhouette,
  profile: Profile,
  cut: Float64Array,
  least: Float64Array,
): void {
  const rim = rims[rimInFamily(family, profile) ?? -1];
  if (!rim)
    throw new Error(
      `a wheel with its centre plane at ${profile.centreMm} mm is outside the silhouette’s family`,
    );
  for (let i = 0; i < count; i++) {
    let best = Infinity;
    for (let p = tire.start[i]!; p < tire.start[i + 1]!; p++) {
      const distance = tireDistance(profile, tire.a[p]!, tire.r[p]!);
      if (distance < best) best = distance;
    }
    for (let p = rim.start[i]!; p < rim.start[i + 1]!; p++) {
      const distance = rimDistance(profile, rim.a[p]!, rim.r[p]!);
      if (distance < best) best = distance;
    }
    least[i] = best + cut[i]!;
  }
}
