import type { Lift } from '../build';
import type { Steering, Suspension } from '../vehicle/schema';
import type { Travel } from '../vehicle/travel';

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

/** Rotates (v - origin) about a unit axis by an angle: Rodrigues' formula. */
function turn(
  [x, y, z]: readonly [number, number, number],
  [kx, ky, kz]: readonly [number, number, number],
  angle: number,
): [number, number, number] {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const along = (kx * x + ky * y + kz * z) * (1 - c);
  return [
    x * c + (ky * z - kz * y) * s + kx * along,
    y * c + (kz * x - kx * z) * s + ky * along,
    z * c + (kx * y - ky * x) * s + kz * along,
  ];
}

/**
 * One pose, written into `out` at `at` (POSE_STRIDE numbers): steer about the kingpin, swing about the
 * front-view arm, then move along both arcs. Axes x forward, y outboard, z up; angles in degrees, mm.
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
  let hub: [number, number, number] = [0, 0, 0];
  let spin: [number, number, number] = [0, 1, 0];
  if (steering && lockDeg !== 0) {
    const swing = side === null ? 0 : Math.sign(side) * Math.asin(up / Math.abs(side));
    const caster = (steering.casterDeg + lift.casterDeltaDeg) * RADIANS - swing;
    const kx = -Math.tan(caster);
    const ky = -Math.tan(steering.kpiDeg * RADIANS);
    const long = Math.hypot(kx, ky, 1);
    const axis = [kx / long, ky / long, 1 / long] as const;
    // Seen from above on the left side, the leading edge swings outboard (+y) for a positive lock.
    const angle = lockDeg * RADIANS;
    const px = steering.kingpinForeAftMm;
    const py = -steering.kingpinMm;
    const [hx, hy, hz] = turn([-px, -py, 0], axis, angle);
    hub = [hx + px, hy + py, hz];
    spin = turn(spin, axis, angle);
  }
  const gamma = frontArmMm === null ? 0 : Math.asin(up / frontArmMm);
  const c = Math.cos(gamma);
  const s = Math.sin(gamma);
  const back = side === null ? 0 : Math.sign(side) * (Math.abs(side) - Math.sqrt(side * side - up * up));
  const inboard = frontArmMm === null ? 0 : frontArmMm - Math.sqrt(frontArmMm * frontArmMm - up * up);
  out[at] = hub[0] + lift.foreAftMm + back;
  out[at + 1] = hub[1] * c - hub[2] * s + lift.outboardMm - inboard;
  out[at + 2] = hub[1] * s + hub[2] * c + hubMm;
  out[at + 3] = spin[0];
  out[at + 4] = spin[1] * c - spin[2] * s;
  out[at + 5] = spin[1] * s + spin[2] * c;
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
