import type { FlatObstacles } from './points';
import { POSE_STRIDE } from './poses';
import { sectionClearance, type Profile } from './profile';

/**
 * What one sweep finds, kept in flat arrays so that a second sweep of the same corner can be folded in.
 * `map` and `mapObstacle` have one entry per pose (least clearance and the obstacle it belongs to);
 * `least` and `leastPose` one per obstacle over the poses of the zone.
 */
export type SweepResult = {
  map: Float64Array;
  mapObstacle: Int32Array;
  least: Float64Array;
  leastPose: Int32Array;
};

export function emptyResult(poses: number, obstacles: number): SweepResult {
  return {
    map: new Float64Array(poses).fill(Infinity),
    mapObstacle: new Int32Array(poses).fill(-1),
    least: new Float64Array(obstacles).fill(Infinity),
    leastPose: new Int32Array(obstacles).fill(-1),
  };
}

/**
 * A step that visits `count` poses once each, far from one another: the golden section of the count, or the
 * next number that shares no factor with it. In the grid's own order each row up would lower the least of
 * whatever is overhead, and nothing could be passed over.
 */
export function scatterStride(count: number): number {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  let stride = Math.max(1, Math.round(count * 0.618));
  while (divisor(stride, count) !== 1) stride++;
  return stride % count || 1;
}

/** More than rounding can take from a distance of 10 m, far less than is ever read from one. */
const ROUNDING_MM = 1e-9;

/**
 * Sweeps every obstacle point against the wheel in every pose, in one pass and without allocating.
 * `cut[i]` mm are added to obstacle i's clearance. Only poses with `inZone` 1 count for `least`.
 * Lower results already in `out` stay, so sweeping twice takes the smaller of both.
 *
 * A run of points is passed over when its ball cannot lower anything. The distance to the wheel grows by at
 * most 1 mm per mm (it is the smaller of two exact distances in the section plane, and neither a nor r moves
 * faster than the point), so every point of a ball has at least the clearance of its centre less the
 * radius. Where that is not under both the map's and the obstacle's least so far, no point of it can be.
 *
 * Both shapes are symmetric about the centre plane, so distances use |a - centre| and one corner each.
 */
export function sweep(
  flat: FlatObstacles,
  poses: Float64Array,
  profile: Profile,
  cut: Float64Array,
  inZone: Uint8Array,
  out: SweepResult,
): void {
  const { xyz, rise, follow, upright, count, chunkStart, chunkPoint, ball } = flat;
  const { map, mapObstacle, least, leastPose } = out;
  const centre = profile.centreMm;
  const radius = profile.shoulderMm;
  const tireU = profile.tireHalfWidthMm - radius;
  const tireMid = (profile.tireInnerMm + profile.tireOuterMm) / 2;
  const tireW = (profile.tireOuterMm - profile.tireInnerMm) / 2 - radius;
  const rimU = profile.rimHalfWidthMm;
  const rimMid = (profile.rimInnerMm + profile.rimOuterMm) / 2;
  const rimW = (profile.rimOuterMm - profile.rimInnerMm) / 2;
  const total = map.length;
  const stride = scatterStride(total);
  for (let k = 0, pose = 0; k < total; k++, pose = (pose + stride) % total) {
    const p = pose * POSE_STRIDE;
    const hx = poses[p]!;
    const hy = poses[p + 1]!;
    const hz = poses[p + 2]!;
    const sx = poses[p + 3]!;
    const sy = poses[p + 4]!;
    const sz = poses[p + 5]!;
    const up = poses[p + 6]!;
    const counts = inZone[pose] === 1;
    for (let i = 0; i < count; i++) {
      if (upright[i] === 1) continue;
      const lower = hz - rise[i]! - follow[i]! * up;
      // Only what is under the map here, or under the obstacle's least in the zone, changes anything.
      const bound = (counts && least[i]! > map[pose]! ? least[i]! : map[pose]!) - cut[i]!;
      if (bound === -Infinity) continue;
      let best = bound;
      const chunkEnd = chunkStart[i + 1]!;
      for (let chunk = chunkStart[i]!; chunk < chunkEnd; chunk++) {
        let q = chunk * 4;
        const bx = ball[q]! - hx;
        const by = ball[q + 1]! - hy;
        const bz = ball[q + 2]! - lower;
        const ba = bx * sx + by * sy + bz * sz;
        const bu = Math.abs(ba - centre);
        const bRest = bx * bx + by * by + bz * bz - ba * ba;
        const br = bRest > 0 ? Math.sqrt(bRest) : 0;
        const btu = bu - tireU;
        const btw = Math.abs(br - tireMid) - tireW;
        const bTire =
          (btu > 0 && btw > 0 ? Math.sqrt(btu * btu + btw * btw) : btu > btw ? btu : btw) - radius;
        const bru = bu - rimU;
        const brw = Math.abs(br - rimMid) - rimW;
        const bRim = bru > 0 && brw > 0 ? Math.sqrt(bru * bru + brw * brw) : bru > brw ? bru : brw;
        if ((bTire < bRim ? bTire : bRim) - ball[q + 3]! - ROUNDING_MM >= best) continue;
        const end = chunkPoint[chunk + 1]! * 3;
        for (q = chunkPoint[chunk]! * 3; q < end; q += 3) {
          const vx = xyz[q]! - hx;
          const vy = xyz[q + 1]! - hy;
          const vz = xyz[q + 2]! - lower;
          const a = vx * sx + vy * sy + vz * sz;
          const rest = vx * vx + vy * vy + vz * vz - a * a;
          const r = rest > 0 ? Math.sqrt(rest) : 0;
          const u = Math.abs(a - centre);
          const tu = u - tireU;
          const tw = Math.abs(r - tireMid) - tireW;
          const tire = (tu > 0 && tw > 0 ? Math.sqrt(tu * tu + tw * tw) : tu > tw ? tu : tw) - radius;
          if (tire < best) best = tire;
          const ru = u - rimU;
          const rw = Math.abs(r - rimMid) - rimW;
          const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
          if (rim < best) best = rim;
        }
      }
      if (best >= bound) continue;
      best += cut[i]!;
      if (best < map[pose]!) {
        map[pose] = best;
        mapObstacle[pose] = i;
      }
      if (counts && best < least[i]!) {
        least[i] = best;
        leastPose[i] = pose;
      }
    }
  }
}

/**
 * What turns with the hub has one clearance in all poses, taken in the upright's own frame
 * (a = y, r = √(x² + z²)). It is folded into the whole map and reported at `standingPose`.
 */
export function sweepUpright(
  flat: FlatObstacles,
  profile: Profile,
  cut: Float64Array,
  standingPose: number,
  out: SweepResult,
): void {
  for (let i = 0; i < flat.count; i++) {
    if (flat.upright[i] !== 1) continue;
    let best = Infinity;
    for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3)
      best = Math.min(
        best,
        sectionClearance(profile, flat.xyz[q + 1]!, Math.hypot(flat.xyz[q]!, flat.xyz[q + 2]!)),
      );
    best += cut[i]!;
    out.least[i] = best;
    out.leastPose[i] = standingPose;
    for (let pose = 0; pose < out.map.length; pose++)
      if (best < out.map[pose]!) {
        out.map[pose] = best;
        out.mapObstacle[pose] = i;
      }
  }
}
