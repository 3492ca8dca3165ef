import type { FlatObstacles } from './points';
import { POSE_STRIDE } from './poses';
import { sectionClearance, type Profile } from './profile';
import { sectionOf } from './section';

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

/**
 * Poses in which a run of an obstacle's points may come as near as `slackMm` over the obstacle's least: one list per obstacle,
 * with the least that any of its points can have there. More than those are in it, and none is missing.
 */
export type NearPoses = { slackMm: number; pose: Int32Array[]; lowMm: Float64Array[]; count: Int32Array };

export function nearPoses(poses: number, obstacles: number, slackMm: number): NearPoses {
  return {
    slackMm,
    pose: Array.from({ length: obstacles }, () => new Int32Array(poses)),
    lowMm: Array.from({ length: obstacles }, () => new Float64Array(poses)),
    count: new Int32Array(obstacles),
  };
}

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

/** After so many poses of a sweep it is known well enough which obstacle comes nearest. */
const ORDERED_AFTER = 24;

/** More than rounding can take from a distance of 10 m, far less than is ever read from one. */
const ROUNDING_MM = 1e-9;

/**
 * Sweeps every obstacle point against the wheel in every pose, in one pass and without allocating.
 * `cut[i]` mm are added to obstacle i's clearance. Only poses with `inZone` 1 count for `least`.
 * Lower results already in `out` stay, so sweeping twice takes the smaller of both. Obstacles with `passed` 1 are left out: what
 * turns with the hub, and what is not met in this way of the corner.
 *
 * A run of points is passed over when its ball cannot lower anything. The distance to the wheel grows by at
 * most 1 mm per mm (it is the smaller of two exact distances in the section plane, and neither a nor r moves
 * faster than the point), so every point of a ball has at least the clearance of its centre less the
 * radius. Where that is not under both the map's and the obstacle's least so far, no point of it can be.
 *
 * A run that lies along the wheel is farther than its ball. The wheel stands in a disc without a hole, which is convex, and so
 * is the distance from it: along the run's own direction it falls no faster than it does in the middle (its slope there), and
 * aside from that by no more than the run strays from its line.
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
  passed: Uint8Array = flat.upright,
  near?: NearPoses,
): void {
  const { xyz, rise, follow, count, chunkStart, chunkPoint, ball, bar } = flat;
  const { map, mapObstacle, least, leastPose } = out;
  const { centre, radius, tireU, tireMid, tireW, rimU, rimMid, rimW, tireOnlyMm, solidTop } =
    sectionOf(profile);
  const lows = new Float64Array(chunkPoint.length);
  const chunks = new Int32Array(chunkPoint.length);
  const total = map.length;
  const stride = scatterStride(total);
  const order = Int32Array.from({ length: count }, (_, i) => i);
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
    // What comes near first: the map is low then, and the rest can be passed over.
    if (k === ORDERED_AFTER) order.sort((one, other) => least[one]! - least[other]!);
    for (let n = 0; n < count; n++) {
      const i = order[n]!;
      if (passed[i] === 1) continue;
      const lower = hz - rise[i]! - follow[i]! * up;
      // Only what is under the map here, or under the obstacle's least in the zone, changes anything.
      const bound = (counts && least[i]! > map[pose]! ? least[i]! : map[pose]!) - cut[i]!;
      if (bound === -Infinity) continue;
      const nearTo = near && counts ? least[i]! + near.slackMm - cut[i]! : bound;
      const reach = nearTo > bound ? nearTo : bound;
      let low = Infinity;
      let first = -1;
      let open = 0;
      const chunkEnd = chunkStart[i + 1]!;
      for (let chunk = chunkStart[i]!; chunk < chunkEnd; chunk++) {
        const q = chunk * 4;
        const bx = ball[q]! - hx;
        const by = ball[q + 1]! - hy;
        const bz = ball[q + 2]! - lower;
        const ba = bx * sx + by * sy + bz * sz;
        const bu = Math.abs(ba - centre);
        const bRest = bx * bx + by * by + bz * bz - ba * ba;
        const br = bRest > 0 ? Math.sqrt(bRest) : 0;
        const btu = bu - tireU;
        const btw = Math.abs(br - tireMid) - tireW;
        let lowest = (btu > 0 && btw > 0 ? Math.sqrt(btu * btu + btw * btw) : btu > btw ? btu : btw) - radius;
        if (br <= tireOnlyMm) {
          const bru = bu - rimU;
          const brw = Math.abs(br - rimMid) - rimW;
          const bRim = bru > 0 && brw > 0 ? Math.sqrt(bru * bru + brw * brw) : bru > brw ? bru : brw;
          if (bRim < lowest) lowest = bRim;
        }
        lowest -= ball[q + 3]! + ROUNDING_MM;
        if (lowest >= reach) continue;
        if (solidTop < Infinity && br > 0) {
          const o = chunk * 5;
          const dx = bar[o]!;
          const dy = bar[o + 1]!;
          const dz = bar[o + 2]!;
          const da = dx * sx + dy * sy + dz * sz;
          const dr = (dx * bx + dy * by + dz * bz - ba * da) / br;
          const btr = br - solidTop;
          let slope: number;
          let solid: number;
          const along = ba > centre ? da : -da;
          if (btu > 0 && btr > 0) {
            solid = Math.sqrt(btu * btu + btr * btr);
            slope = (along * btu + dr * btr) / solid;
          } else if (btu > btr) {
            solid = btu;
            slope = along;
          } else {
            solid = btr;
            slope = dr;
          }
          solid -= radius + Math.abs(slope) * bar[o + 3]! + bar[o + 4]! + ROUNDING_MM;
          if (solid > lowest) {
            lowest = solid;
            if (lowest >= reach) continue;
          }
        }
        if (lowest < low) {
          low = lowest;
          first = open;
        }
        lows[open] = lowest;
        chunks[open++] = chunk;
      }
      let best = bound;
      // The run that may be nearest comes first: what it has lets most others be passed over.
      if (low < best)
        for (let k = -1; k < open; k++) {
          const at = k < 0 ? first : k;
          if (k === first || lows[at]! >= best) continue;
          const end = chunkPoint[chunks[at]! + 1]! * 3;
          for (let q = chunkPoint[chunks[at]!]! * 3; q < end; q += 3) {
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
            if (r > tireOnlyMm) continue;
            const ru = u - rimU;
            const rw = Math.abs(r - rimMid) - rimW;
            const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
            if (rim < best) best = rim;
          }
        }
      if (near && counts && low + cut[i]! < least[i]! + near.slackMm) {
        const at = near.count[i]!++;
        near.pose[i]![at] = pose;
        near.lowMm[i]![at] = low;
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
