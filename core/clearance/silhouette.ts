import type { SweepCorner } from './fit';
import { POSE_STRIDE } from './poses';
import { rimDistance, tireDistance, type Profile } from './profile';

/** Which wheels a silhouette will be asked about: where their centre planes and the middles of their shapes lie, mm. */
export type Family = {
  centreMm: readonly [low: number, high: number];
  /** Middle radius of the tire's section, between bead and tread. */
  tireMidMm: readonly [low: number, high: number];
  rimMidMm: readonly [low: number, high: number];
};

/** Points that can be nearest to some wheel of the family: obstacle i owns `start[i] … start[i + 1] - 1`. */
type Front = { a: Float64Array; r: Float64Array; start: Int32Array };
export type Silhouette = { family: Family; tire: Front; rim: Front; count: number };

/**
 * Width of a bin, mm. Of the points that fall into one bin the one that reaches farthest toward the wheel is
 * kept; since a distance changes by at most 1 mm per mm, what is lost is at most the width of a bin.
 */
const BIN_MM = 0.04;
/** Half the span of the section plane whose bins lie flat in memory; what is farther out is kept in a map. */
const REACH_MM = 1600;
const BINS = Math.ceil((2 * REACH_MM) / BIN_MM);

/** The family of one profile, or of several. */
export function familyOf(profiles: readonly Profile[]): Family {
  const range = (of: (profile: Profile) => number): [number, number] => [
    Math.min(...profiles.map(of)),
    Math.max(...profiles.map(of)),
  ];
  return {
    centreMm: range(({ centreMm }) => centreMm),
    tireMidMm: range(({ tireInnerMm, tireOuterMm }) => (tireInnerMm + tireOuterMm) / 2),
    rimMidMm: range(({ rimInnerMm, rimOuterMm }) => (rimInnerMm + rimOuterMm) / 2),
  };
}

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

  /** Calls back for every used bin in ascending order, and empties the row. */
  drain(take: (position: number, value: number) => void): void {
    const far = [...this.far].sort(([x], [y]) => x - y);
    for (const [bin, [position, value]] of far) if (bin < 0) take(position, value);
    this.used.sort((x, y) => x - y);
    for (const bin of this.used) {
      take(this.at[bin]!, this.value[bin]!);
      this.seen[bin] = 0;
    }
    for (const [bin, [position, value]] of far) if (bin >= BINS) take(position, value);
    this.used.length = 0;
    this.far.clear();
  }
}

/**
 * Keeps of one obstacle the points that can be nearest to a shape of the family.
 *
 * A shape is a rectangle (with or without round corners) about (c, m), with c in `centre` and m in `mid`. Its
 * signed distance depends on |a − c| and |r − m| alone and does not fall as either grows. So:
 * - beyond `mid` (r above its high end) it does not fall as r grows, whichever shape it is; of points at one a
 *   only the lowest can be nearest. Below the low end, only the highest.
 * - beside `centre` the same holds sideways: at one r only the point nearest to the centre.
 * - in the four corners both hold at once: a point is beaten by any other of its corner that is as near or
 *   nearer in both. What is left is a staircase.
 * - between all four bounds neither holds, and every point is kept.
 */
class Gatherer {
  private readonly above = new Extremes(1);
  private readonly below = new Extremes(-1);
  private readonly right = new Extremes(1);
  private readonly left = new Extremes(-1);
  private readonly middle = new Map<number, [number, number]>();
  readonly a: number[] = [];
  readonly r: number[] = [];

  constructor(
    private readonly centre: readonly [number, number],
    private readonly mid: readonly [number, number],
  ) {}

  offer(a: number, r: number): void {
    if (r > this.mid[1]) this.above.offer(a, r);
    else if (r < this.mid[0]) this.below.offer(a, r);
    else if (a > this.centre[1]) this.right.offer(r, a);
    else if (a < this.centre[0]) this.left.offer(r, a);
    else
      this.middle.set(Math.floor((a + REACH_MM) / BIN_MM) * BINS + Math.floor((r + REACH_MM) / BIN_MM), [
        a,
        r,
      ]);
  }

  private keep(a: number, r: number): void {
    this.a.push(a);
    this.r.push(r);
  }

  /** A row above or below: its middle whole, its two corners as staircases. */
  private row(extremes: Extremes, sign: 1 | -1): void {
    const left: [number, number][] = [];
    let best = Infinity;
    extremes.drain((a, r) => {
      if (a < this.centre[0]) left.push([a, r]);
      else if (a <= this.centre[1]) this.keep(a, r);
      else if (sign * r < best) {
        // Ascending a leads away from the centre: only what is nearer in r than all before it stays.
        best = sign * r;
        this.keep(a, r);
      }
    });
    best = Infinity;
    for (const [a, r] of left.reverse())
      if (sign * r < best) {
        best = sign * r;
        this.keep(a, r);
      }
  }

  /** Moves what was offered since the last call into `a` and `r`. */
  finish(): void {
    this.row(this.above, 1);
    this.row(this.below, -1);
    this.right.drain((r, a) => this.keep(a, r));
    this.left.drain((r, a) => this.keep(a, r));
    for (const [a, r] of this.middle.values()) this.keep(a, r);
    this.middle.clear();
  }
}

/**
 * Folds every obstacle point in every pose of the zone into the wheel's section plane, once, and keeps what a
 * wheel of the family could meet first. Where a point stands there depends on pose and lift alone, so every
 * tire, wheel and spacer of the family can then be judged against these points (`judgeSilhouette`).
 */
export function buildSilhouette(corner: SweepCorner, family: Family): Silhouette {
  const { flat, inZone, poseSets } = corner;
  const tire = new Gatherer(family.centreMm, family.tireMidMm);
  const rim = new Gatherer(family.centreMm, family.rimMidMm);
  const tireStart = new Int32Array(flat.count + 1);
  const rimStart = new Int32Array(flat.count + 1);
  for (let i = 0; i < flat.count; i++) {
    const from = flat.start[i]! * 3;
    const to = flat.start[i + 1]! * 3;
    if (flat.upright[i] === 1)
      for (let q = from; q < to; q += 3) {
        const r = Math.hypot(flat.xyz[q]!, flat.xyz[q + 2]!);
        tire.offer(flat.xyz[q + 1]!, r);
        rim.offer(flat.xyz[q + 1]!, r);
      }
    else
      for (const poses of poseSets)
        for (let pose = 0, p = 0; pose < inZone.length; pose++, p += POSE_STRIDE) {
          if (inZone[pose] !== 1) continue;
          const lower = poses[p + 2]! - flat.rise[i]! - flat.follow[i]! * poses[p + 6]!;
          for (let q = from; q < to; q += 3) {
            const vx = flat.xyz[q]! - poses[p]!;
            const vy = flat.xyz[q + 1]! - poses[p + 1]!;
            const vz = flat.xyz[q + 2]! - lower;
            const a = vx * poses[p + 3]! + vy * poses[p + 4]! + vz * poses[p + 5]!;
            const rest = vx * vx + vy * vy + vz * vz - a * a;
            const r = rest > 0 ? Math.sqrt(rest) : 0;
            tire.offer(a, r);
            rim.offer(a, r);
          }
        }
    tire.finish();
    rim.finish();
    tireStart[i + 1] = tire.a.length;
    rimStart[i + 1] = rim.a.length;
  }
  const front = (of: Gatherer, start: Int32Array): Front => ({
    a: Float64Array.from(of.a),
    r: Float64Array.from(of.r),
    start,
  });
  return { family, tire: front(tire, tireStart), rim: front(rim, rimStart), count: flat.count };
}

/** Points of a silhouette, tire and rim together. */
export function silhouettePoints({ tire, rim }: Silhouette): number {
  return tire.a.length + rim.a.length;
}

/**
 * Least clearance in mm of each obstacle from one wheel over the zone, written into `least` (one number per
 * obstacle): what the full sweep finds, to 0.05 mm. `cut[i]` is added as in the sweep. Throws for a wheel
 * outside the family: the points that it could meet were not kept.
 */
export function judgeSilhouette(
  { family, tire, rim, count }: Silhouette,
  profile: Profile,
  cut: Float64Array,
  least: Float64Array,
): void {
  const within = (value: number, [low, high]: readonly [number, number]): boolean =>
    value >= low - 1e-9 && value <= high + 1e-9;
  if (
    !within(profile.centreMm, family.centreMm) ||
    !within((profile.tireInnerMm + profile.tireOuterMm) / 2, family.tireMidMm) ||
    !within((profile.rimInnerMm + profile.rimOuterMm) / 2, family.rimMidMm)
  )
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
