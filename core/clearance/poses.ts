import type { Steering, Suspension } from '../format/vehicle';
import type { Travel } from '../vehicle/travel';
import type { Lift } from '../format/package';

/** Numbers per pose: hub face H (x, y, z), unit spin axis s (x, y, z), hub height above lowered pivots h'. */
export const POSE_STRIDE = 7;

const RADIANS = Math.PI / 180;

/** `count` (two or more) values evenly from `low` to `high`, both ends included. */
function evenly(low: number, high: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => low + ((high - low) * i) / (count - 1));
}

export type PoseGrid = { lockDeg: number[]; travelMm: number[]; hubMm: number[] };

/**
 * Lock angles from full outside (negative) to full inside lock, and hub heights from full droop to full
 * bump; `travelMm` is the same height from the ride height of this lift. Unsteered corners stand straight,
 * as does a grid of one lock angle.
 */
export function poseGrid(
  steering: Steering | undefined,
  travel: Travel,
  grid: { lock: number; travel: number },
): PoseGrid {
  const lockDeg =
    steering === undefined || grid.lock === 1
      ? [0]
      : evenly(-steering.lockOutsideDeg, steering.lockInsideDeg, grid.lock);
  const hubMm = evenly(travel.fullDroopMm, travel.fullBumpMm, grid.travel);
  return { lockDeg, hubMm, travelMm: hubMm.map((h) => h - travel.rideMm) };
}

/**
 * One pose, written into `out` at `at` (POSE_STRIDE numbers): steer about the kingpin (Rodrigues' rotation),
 * swing about the front-view arm, then move along both arcs. Axes x forward, y outboard, z up; angles in
 * degrees, lengths in mm. Scalars throughout: a sweep writes thousands of these.
 */
export function writePose(
  out: Float64Array,
  at: number,
  steering: Steering | undefined,
  suspension: Pick<Suspension, 'sideArmMm'>,
  frontArmMm: number | null,
  lift: Lift,
  lockDeg: number,
  hubMm: number,
): void {
  const up = hubMm + lift.bracketMm;
  const side = suspension.sideArmMm;
  let hx = 0;
  let hy = 0;
  let hz = 0;
  let sx = 0;
  let sy = 1;
  let sz = 0;
  if (steering && lockDeg !== 0) {
    const swing = side === null ? 0 : Math.sign(side) * Math.asin(up / Math.abs(side));
    let kx = -Math.tan((steering.casterDeg + lift.casterDeltaDeg) * RADIANS - swing);
    let ky = -Math.tan(steering.kpiDeg * RADIANS);
    const kz = 1 / Math.sqrt(kx * kx + ky * ky + 1);
    kx *= kz;
    ky *= kz;
    // Seen from above on the left side, the leading edge swings outboard (+y) for a positive lock.
    const c = Math.cos(lockDeg * RADIANS);
    const s = Math.sin(lockDeg * RADIANS);
    // The hub face starts at (-px, -py, 0) from the kingpin line, the spin axis is (0, 1, 0).
    const px = steering.kingpinForeAftMm;
    const py = -steering.kingpinMm;
    const along = -(kx * px + ky * py) * (1 - c);
    hx = px - px * c + kz * py * s + kx * along;
    hy = py - py * c - kz * px * s + ky * along;
    hz = (ky * px - kx * py) * s + kz * along;
    sx = -kz * s + kx * ky * (1 - c);
    sy = c + ky * ky * (1 - c);
    sz = kx * s + kz * ky * (1 - c);
  }
  const gamma = frontArmMm === null ? 0 : Math.asin(up / frontArmMm);
  const c = Math.cos(gamma);
  const s = Math.sin(gamma);
  const back = side === null ? 0 : Math.sign(side) * (Math.abs(side) - Math.sqrt(side * side - up * up));
  const inboard = frontArmMm === null ? 0 : frontArmMm - Math.sqrt(frontArmMm * frontArmMm - up * up);
  out[at] = hx + lift.foreAftMm + back;
  out[at + 1] = hy * c - hz * s + lift.outboardMm - inboard;
  out[at + 2] = hy * s + hz * c + hubMm;
  out[at + 3] = sx;
  out[at + 4] = sy * c - sz * s;
  out[at + 5] = sy * s + sz * c;
  out[at + 6] = up;
}

/** All poses of a grid, travel by travel and lock by lock: `poses[(t * locks + l) * POSE_STRIDE + …]`. */
export function posesOf(
  grid: PoseGrid,
  steering: Steering | undefined,
  suspension: Pick<Suspension, 'sideArmMm'>,
  frontArmMm: number | null,
  lift: Lift,
): Float64Array {
  const poses = new Float64Array(grid.hubMm.length * grid.lockDeg.length * POSE_STRIDE);
  let at = 0;
  for (const hubMm of grid.hubMm)
    for (const lockDeg of grid.lockDeg) {
      writePose(poses, at, steering, suspension, frontArmMm, lift, lockDeg, hubMm);
      at += POSE_STRIDE;
    }
  return poses;
}
