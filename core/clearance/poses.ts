import type { Steering } from '../format/vehicle';
import type { Travel } from '../vehicle/travel';
import type { Lift } from '../format/package';
import { barShiftMm, pathAt, type Linkage } from './linkage';

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
 * swing about the front-view arm, then move along both arcs; where a path was measured it stands in for the arms. Axes x forward, y outboard, z up; angles in
 * degrees, lengths in mm. Scalars throughout: a sweep writes thousands of these.
 */
export function writePose(
  out: Float64Array,
  at: number,
  steering: Steering | undefined,
  { frontArmMm: ownArm, sideArmMm, path, bar }: Linkage,
  lift: Lift,
  lockDeg: number,
  hubMm: number,
): void {
  const up = hubMm + lift.bracketMm;
  const along = path && pathAt(path, up);
  const side = path ? null : sideArmMm;
  const frontArmMm = path ? null : ownArm;
  const turn = along ? lockDeg - along.toeDeg : lockDeg;
  let hx = 0;
  let hy = 0;
  let hz = 0;
  let sx = 0;
  let sy = 1;
  let sz = 0;
  if (steering && turn !== 0) {
    const swing = side === null ? 0 : Math.sign(side) * Math.asin(up / Math.abs(side));
    const casterDeg = steering.casterDeg + lift.casterDeltaDeg + (along?.casterDeg ?? 0);
    let kx = -Math.tan(casterDeg * RADIANS - swing);
    let ky = -Math.tan(steering.kpiDeg * RADIANS);
    const kz = 1 / Math.sqrt(kx * kx + ky * ky + 1);
    kx *= kz;
    ky *= kz;
    // Seen from above on the left side, the leading edge swings outboard (+y) for a positive lock.
    const c = Math.cos(turn * RADIANS);
    const s = Math.sin(turn * RADIANS);
    // The hub face starts at (-px, -py, 0) from the kingpin line, the spin axis is (0, 1, 0).
    const px = steering.kingpinForeAftMm;
    const py = -steering.kingpinMm;
    const down = -(kx * px + ky * py) * (1 - c);
    hx = px - px * c + kz * py * s + kx * down;
    hy = py - py * c - kz * px * s + ky * down;
    hz = (ky * px - kx * py) * s + kz * down;
    sx = -kz * s + kx * ky * (1 - c);
    sy = c + ky * ky * (1 - c);
    sz = kx * s + kz * ky * (1 - c);
  } else if (!steering && turn !== 0) {
    // Nothing to steer about: toe alone turns the spin axis where it stands.
    sx = -Math.sin(turn * RADIANS);
    sy = Math.cos(turn * RADIANS);
  }
  const gamma = along ? -along.camberDeg * RADIANS : frontArmMm === null ? 0 : Math.asin(up / frontArmMm);
  const c = Math.cos(gamma);
  const s = Math.sin(gamma);
  const back = side === null ? 0 : Math.sign(side) * (Math.abs(side) - Math.sqrt(side * side - up * up));
  const inboard = frontArmMm === null ? 0 : frontArmMm - Math.sqrt(frontArmMm * frontArmMm - up * up);
  const across = bar ? barShiftMm(bar, up) : 0;
  out[at] = hx + lift.foreAftMm + back + (along?.xMm ?? 0);
  out[at + 1] = hy * c - hz * s + lift.outboardMm - inboard + (along?.yMm ?? 0) + across;
  out[at + 2] = hy * s + hz * c + hubMm;
  out[at + 3] = sx;
  out[at + 4] = sy * c - sz * s;
  out[at + 5] = sy * s + sz * c;
  out[at + 6] = up;
}

/**
 * A list of poses: those of a grid first, travel by travel and lock by lock (`t * locks + l`), then any number of others.
 * Their lock angles and hub heights, mm above ride height as delivered.
 */
export type PoseList = { lockDeg: Float64Array; hubMm: Float64Array };

/** The poses of a grid, in its order, and others behind them. */
export function poseList(
  grid: PoseGrid,
  others: readonly (readonly [lockDeg: number, hubMm: number])[],
): PoseList {
  const count = grid.hubMm.length * grid.lockDeg.length + others.length;
  const list: PoseList = { lockDeg: new Float64Array(count), hubMm: new Float64Array(count) };
  let at = 0;
  const put = (lockDeg: number, hubMm: number): void => {
    list.lockDeg[at] = lockDeg;
    list.hubMm[at++] = hubMm;
  };
  for (const hub of grid.hubMm) for (const lock of grid.lockDeg) put(lock, hub);
  for (const [lock, hub] of others) put(lock, hub);
  return list;
}

/** All poses of a list, `POSE_STRIDE` numbers each. */
export function posesOf(
  { lockDeg, hubMm }: PoseList,
  steering: Steering | undefined,
  linkage: Linkage,
  lift: Lift,
): Float64Array {
  const poses = new Float64Array(lockDeg.length * POSE_STRIDE);
  for (let i = 0; i < lockDeg.length; i++)
    writePose(poses, i * POSE_STRIDE, steering, linkage, lift, lockDeg[i]!, hubMm[i]!);
  return poses;
}
