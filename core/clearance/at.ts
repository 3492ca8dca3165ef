import type { Vec } from '../geometry/vec';
import type { Corner, Obstacle } from '../format/build';
import { carrierMotion, resample } from './points';
import { linkageOf } from './linkage';
import { POSE_STRIDE, writePose } from './poses';
import { sectionClearance, type Profile } from './profile';
import type { Lift } from '../format/package';

/** Over how much a slope is taken, mm. */
const DIFFERENCE_MM = 0.25;

/** How a clearance changes with a shift of its obstacle along each axis, mm per mm, about a shift. */
export function shiftSlopes(clearance: (shift: Vec) => number, shift: Vec): Vec {
  const along = (axis: number): number => {
    const to = (by: number): Vec => shift.map((mm, i) => (i === axis ? mm + by : mm)) as unknown as Vec;
    return (clearance(to(DIFFERENCE_MM)) - clearance(to(-DIFFERENCE_MM))) / (2 * DIFFERENCE_MM);
  };
  return [along(0), along(1), along(2)];
}

const WHOLE: Vec = [1, 1, 1];

/** Where a wheel stands: `hubMm` above ride height as delivered, as the sweep counts it. */
export type WheelPose = { lift: Lift; lockDeg: number; hubMm: number };

/** The nearest of an obstacle's points in one pose: how far it is, mm, and where it stands on the vehicle. */
export type NearestAt = { mm: number; at: Vec };

/**
 * The point of one obstacle that is nearest to a wheel in one pose, its points moved by a shift: by the distance that the
 * sweep works with, for poses and places that are on no grid. Where what moves with the wheel stands is given as at ride
 * height. Bushing give and the other wheel of an axle are left aside. `sharesOf` says how much of a shift a point takes along each
 * axis; without it they move as a whole.
 */
export function nearestAt(
  { steering, suspension }: Pick<Corner, 'steering' | 'suspension'>,
  { carrier, points: given }: Pick<Obstacle, 'points' | 'carrier'>,
  { lift, lockDeg, hubMm }: WheelPose,
  profile: Profile,
  sharesOf?: (point: Vec) => Vec,
): (shift: Vec) => NearestAt {
  const pose = new Float64Array(POSE_STRIDE);
  writePose(pose, 0, steering, linkageOf(suspension), lift, lockDeg, hubMm);
  const [hx = 0, hy = 0, hz = 0, sx = 0, sy = 1, sz = 0, up = 0] = pose;
  const { riseMm, follow } = carrierMotion(carrier, lift);
  const points = resample(given);
  const shares = sharesOf && points.map(sharesOf);
  const onHub = carrier === 'upright';
  return (shift) => {
    let mm = Infinity;
    let at: Vec = [0, 0, 0];
    for (const [i, point] of points.entries()) {
      const [x, y, z] = point;
      const [ofX, ofY, ofZ] = shares?.[i] ?? WHOLE;
      const [dx, dy, dz] = [ofX * shift[0], ofY * shift[1], ofZ * shift[2]];
      let here: number;
      if (onHub) here = sectionClearance(profile, y + dy, Math.hypot(x + dx, z + dz));
      else {
        const vx = x + dx - hx;
        const vy = y + dy - hy;
        const vz = z + dz + riseMm + follow * up - hz;
        const a = vx * sx + vy * sy + vz * sz;
        here = sectionClearance(profile, a, Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - a * a)));
      }
      if (here < mm) {
        mm = here;
        at = point;
      }
    }
    return { mm, at };
  };
}

/** Clearance in mm of one obstacle from a wheel in one pose, its points moved by a shift, as `nearestAt` finds it. */
export function clearanceAt(...of: Parameters<typeof nearestAt>): (shift: Vec) => number {
  const nearest = nearestAt(...of);
  return (shift) => nearest(shift).mm;
}
