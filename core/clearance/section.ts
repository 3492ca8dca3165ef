import { flangeInside } from './family';
import { POSE_STRIDE } from './poses';
import type { Profile } from './profile';

/** A wheel's section with the figures that its distances are worked out from, for whoever asks for very many. */
export type Section = {
  centre: number;
  radius: number;
  tireU: number;
  tireMid: number;
  tireW: number;
  rimU: number;
  rimMid: number;
  rimW: number;
  /** Beyond this radius the tire is always the nearer: the rim's flange stands inside it. */
  tireOnlyMm: number;
  /** Radius at which the shoulder of a disc without a hole begins that tire and rim stand in; Infinity where the rim stands out of it. */
  solidTop: number;
};

export function sectionOf(profile: Profile): Section {
  const radius = profile.shoulderMm;
  return {
    centre: profile.centreMm,
    radius,
    tireU: profile.tireHalfWidthMm - radius,
    tireMid: (profile.tireInnerMm + profile.tireOuterMm) / 2,
    tireW: (profile.tireOuterMm - profile.tireInnerMm) / 2 - radius,
    rimU: profile.rimHalfWidthMm,
    rimMid: (profile.rimInnerMm + profile.rimOuterMm) / 2,
    rimW: (profile.rimOuterMm - profile.rimInnerMm) / 2,
    tireOnlyMm: flangeInside(profile) ? profile.rimOuterMm : Infinity,
    solidTop: flangeInside(profile) ? profile.tireOuterMm - radius : Infinity,
  };
}

/** Exact signed distance from (a, r) to tire or rim. */
export function distance(s: Section, a: number, r: number): number {
  const u = Math.abs(a - s.centre);
  const tu = u - s.tireU;
  const tw = Math.abs(r - s.tireMid) - s.tireW;
  const tire = (tu > 0 && tw > 0 ? Math.sqrt(tu * tu + tw * tw) : tu > tw ? tu : tw) - s.radius;
  if (r > s.tireOnlyMm) return tire;
  const ru = u - s.rimU;
  const rw = Math.abs(r - s.rimMid) - s.rimW;
  const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
  return tire < rim ? tire : rim;
}

/** Clearance of a place in a pose, its height already changed by `lift` = rise + follow · h'. */
export function clearance(
  s: Section,
  poses: Float64Array,
  p: number,
  x: number,
  y: number,
  z: number,
  lift: number,
): number {
  const vx = x - poses[p]!;
  const vy = y - poses[p + 1]!;
  const vz = z + lift - poses[p + 2]!;
  const a = vx * poses[p + 3]! + vy * poses[p + 4]! + vz * poses[p + 5]!;
  const rest = vx * vx + vy * vy + vz * vz - a * a;
  return distance(s, a, rest > 0 ? Math.sqrt(rest) : 0);
}

/**
 * Clearances of places `from … to - 1` of a list of `stride` numbers a place, x, y and z first, in the pose that begins at `p`,
 * each lifted by `lift`. Written into `gaps` from its start; answers the least. The pose is read once, not for each place.
 */
export function clearancesOfPlaces(
  s: Section,
  poses: Float64Array,
  p: number,
  list: Float64Array,
  stride: number,
  from: number,
  to: number,
  lift: number,
  gaps: Float64Array,
): number {
  const hx = poses[p]!;
  const hy = poses[p + 1]!;
  const hz = poses[p + 2]!;
  const sx = poses[p + 3]!;
  const sy = poses[p + 4]!;
  const sz = poses[p + 5]!;
  let least = Infinity;
  for (let k = 0, q = from * stride; q < to * stride; k++, q += stride) {
    const vx = list[q]! - hx;
    const vy = list[q + 1]! - hy;
    const vz = list[q + 2]! + lift - hz;
    const a = vx * sx + vy * sy + vz * sz;
    const rest = vx * vx + vy * vy + vz * vz - a * a;
    const r = rest > 0 ? Math.sqrt(rest) : 0;
    const gap = distance(s, a, r);
    gaps[k] = gap;
    if (gap < least) least = gap;
  }
  return least;
}

/**
 * Clearances of one place in some poses: `list[0 … count - 1]` says which, `lifts` has what each adds to its height.
 * Written into `gaps` in the list's order; answers the least. One loop with everything at hand: the scan's sweep
 * spends its time here.
 */
export function clearancesInPoses(
  s: Section,
  poses: Float64Array,
  lifts: Float64Array,
  list: Int32Array,
  count: number,
  x: number,
  y: number,
  z: number,
  gaps: Float64Array,
): number {
  const { centre, radius, tireU, tireMid, tireW, rimU, rimMid, rimW, tireOnlyMm } = s;
  let least = Infinity;
  for (let k = 0; k < count; k++) {
    const pose = list[k]!;
    const p = pose * POSE_STRIDE;
    const vx = x - poses[p]!;
    const vy = y - poses[p + 1]!;
    const vz = z + lifts[pose]! - poses[p + 2]!;
    const a = vx * poses[p + 3]! + vy * poses[p + 4]! + vz * poses[p + 5]!;
    // Rounding may leave a little under 0 on the axle itself.
    const r = Math.sqrt(Math.abs(vx * vx + vy * vy + vz * vz - a * a));
    const u = Math.abs(a - centre);
    const tu = u - tireU;
    const tw = Math.abs(r - tireMid) - tireW;
    let gap = (tu > 0 && tw > 0 ? Math.sqrt(tu * tu + tw * tw) : tu > tw ? tu : tw) - radius;
    if (r <= tireOnlyMm) {
      const ru = u - rimU;
      const rw = Math.abs(r - rimMid) - rimW;
      const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
      if (rim < gap) gap = rim;
    }
    gaps[k] = gap;
    if (gap < least) least = gap;
  }
  return least;
}
