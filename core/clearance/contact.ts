import { carrierMotion } from './points';
import { hubFrame } from './hubFrame';
import { POSE_STRIDE, writePose } from './poses';
import { otherSide, shiftedLift, type SweepCorner, type MotionCase } from './corner';
import { sectionClearance, type Profile } from './profile';

export type Point = readonly [x: number, y: number, z: number];

/** One corner in one pose: where hub and obstacles stand, and the shortest gap between them. */
export type PoseView = {
  hub: Point;
  spin: Point;
  /** On a solid axle, whether the smaller gap is with the other wheel down or up. */
  crossed: boolean;
  /** How far the bushings let the wheel go forward where the gap is least. */
  foreAftMm: number;
  obstacles: { id: string; points: Point[] }[];
  nearest: { obstacle: string; clearanceMm: number; at: Point; surface: Point };
  /** The swept points that the wheel meets in this pose. */
  met: Point[];
};

/** The point of tire or rim nearest to (a, r): down the gradient of the signed distance. */
function surfaceOf(profile: Profile, a: number, r: number): [number, number] {
  let at: [number, number] = [a, r];
  // The distance is piecewise exact; a few steps settle across its ridges as well.
  for (let i = 0; i < 4; i++) {
    const gap = sectionClearance(profile, at[0], at[1]);
    const h = 1e-3;
    const ga =
      (sectionClearance(profile, at[0] + h, at[1]) - sectionClearance(profile, at[0] - h, at[1])) / (2 * h);
    const gr =
      (sectionClearance(profile, at[0], at[1] + h) - sectionClearance(profile, at[0], at[1] - h)) / (2 * h);
    at = [at[0] - gap * ga, at[1] - gap * gr];
  }
  return at;
}

function viewWith(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  way: MotionCase,
  lockDeg: number,
  hubMm: number,
): PoseView {
  const pose = new Float64Array(POSE_STRIDE);
  const { obstacles } = corner.corner;
  const lift = shiftedLift(corner.lift, way);
  writePose(pose, 0, corner.steering, way.linkage, lift, lockDeg, hubMm);
  const [hx = 0, hy = 0, hz = 0, sx = 0, sy = 0, sz = 0, up = 0] = pose;
  // Parts on the upright ride along; they are drawn where the turned hub carries them.
  const { ahead, above } = hubFrame([sx, sy, sz]);
  let nearest: PoseView['nearest'] = {
    obstacle: '',
    clearanceMm: Infinity,
    at: [0, 0, 0],
    surface: [0, 0, 0],
  };
  const met: Point[] = [];
  const moved = obstacles.map(({ id, carrier, points, side }, i) => {
    const { riseMm, follow } = carrierMotion(carrier, corner.lift);
    const place = ([x, y, z]: Point): Point =>
      carrier === 'upright'
        ? [
            hx + x * ahead[0] + y * sx + z * above[0],
            hy + x * ahead[1] + y * sy + z * above[1],
            hz + x * ahead[2] + y * sz + z * above[2],
          ]
        : [x, y, z + riseMm + follow * up];
    const from = corner.flat.start[i]!;
    const to = otherSide(side, way.side) ? from : corner.flat.start[i + 1]!;
    for (let p = from; p < to; p++) {
      const at = place([corner.flat.xyz[p * 3]!, corner.flat.xyz[p * 3 + 1]!, corner.flat.xyz[p * 3 + 2]!]);
      const v: Point = [at[0] - hx, at[1] - hy, at[2] - hz];
      const a = v[0] * sx + v[1] * sy + v[2] * sz;
      const radial: Point = [v[0] - a * sx, v[1] - a * sy, v[2] - a * sz];
      const r = Math.hypot(...radial);
      const clearanceMm = sectionClearance(profile, a, r) + cut[i]!;
      if (clearanceMm < 0) met.push(at);
      if (clearanceMm >= nearest.clearanceMm) continue;
      const [na, nr] = surfaceOf(profile, a, r);
      const k = r > 0 ? nr / r : 0;
      const surface: Point = [
        hx + na * sx + k * radial[0],
        hy + na * sy + k * radial[1],
        hz + na * sz + k * radial[2],
      ];
      nearest = { obstacle: id, clearanceMm, at, surface };
    }
    return { id, points: points.map((point) => place(point)) };
  });
  return {
    hub: [hx, hy, hz],
    spin: [sx, sy, sz],
    crossed: way.crossed,
    foreAftMm: way.foreAftMm,
    obstacles: moved,
    nearest,
    met,
  };
}

/**
 * The corner at one lock angle and travel (mm from ride height), with the nearest obstacle and where it comes
 * nearest. On a solid axle the pose with the smaller gap is taken, as in the sweep.
 */
export function poseView(
  corner: SweepCorner,
  profile: Profile,
  cut: Float64Array,
  lockDeg: number,
  travelMm: number,
): PoseView {
  const hubMm = travelMm + corner.travel.rideMm;
  const views = corner.motionCases.map((way) => viewWith(corner, profile, cut, way, lockDeg, hubMm));
  const [first, ...others] = views;
  if (!first) throw new Error('a corner swings on at least one arm');
  return others.reduce(
    (best, view) => (view.nearest.clearanceMm < best.nearest.clearanceMm - 1e-9 ? view : best),
    first,
  );
}
