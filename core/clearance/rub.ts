import { materialOf, type Material } from '../format/materials';
import type { Build } from '../format/build';
import { fineEnough, leastWhole, type SweepCorner } from './corner';
import type { ZoneBox } from './zone';
import type { Profile } from './profile';

/**
 * What the rub policy `liner-kiss` lets pass: a soft liner, in the last tenth of lock on its side, by a little.
 * A shop's custom, not a law; the tire touches there when the wheel is put against its stop at walking pace.
 */
export const KISS = { fromLockShare: 0.9, depthMm: 5 } as const;

/** A corner without the poses in which a liner may be kissed, the last of the lock; null where it does not steer. */
export function posesBeforeRub(corner: SweepCorner): SweepCorner | null {
  const { steering } = corner.corner;
  if (!steering) return null;
  const inZone = corner.inZone.map((counts, pose) => {
    const lock = corner.poses.lockDeg[pose]!;
    const full = lock >= 0 ? steering.lockInsideDeg : steering.lockOutsideDeg;
    return counts === 1 && Math.abs(lock) < KISS.fromLockShare * full - 1e-9 ? 1 : 0;
  });
  const inside = KISS.fromLockShare * steering.lockInsideDeg;
  const outside = KISS.fromLockShare * steering.lockOutsideDeg;
  const boxes = corner.boxes.map(({ lockDeg: [low, high], hubMm }): ZoneBox => ({
    lockDeg: [Math.max(low, -outside), Math.min(high, inside)],
    hubMm,
  }));
  return { ...corner, inZone, boxes };
}

/** More than rounding can take from a clearance, mm. */
const ROUNDING_MM = 1e-9;
/** Whether a clearance stays short of what it is to come to, mm. */
export const misses = (gapMm: number, goalMm: number): boolean => gapMm < goalMm - ROUNDING_MM;

/** Whether something is soft enough, and met by little enough, for `liner-kiss` to let it pass in the last of the lock. */
export const mayKiss = (material: Material, gapMm: number): boolean =>
  materialOf(material).soft && gapMm < 0 && gapMm >= -KISS.depthMm;

/** What each obstacle is to come to, mm: the goal, and what may touch no nearer than it does. */
export const goalsOf = (least: Float64Array, accepted: Uint8Array, goalMm: number): Float64Array =>
  least.map((gap, i) => (accepted[i] === 1 ? Math.min(gap, 0) : goalMm));

/**
 * Which obstacles may touch under the policy in force: soft liners that are met by no more than `KISS.depthMm`
 * and, outside the last tenth of lock, not at all. `least` is each obstacle's clearance over the whole zone.
 */
export function acceptedRubs(
  corner: SweepCorner,
  { rub }: Pick<Build['use'], 'rub'>,
  profile: Profile,
  cut: Float64Array,
  least: Float64Array,
): Uint8Array {
  const { obstacles } = corner.corner;
  const accepted = new Uint8Array(obstacles.length);
  const candidates = obstacles.map(({ material }, i) => rub === 'liner-kiss' && mayKiss(material, least[i]!));
  const early = candidates.includes(true) ? posesBeforeRub(fineEnough(corner)) : null;
  if (!early) return accepted;
  const before = leastWhole(early, profile, cut).least;
  candidates.forEach((candidate, i) => {
    if (candidate && before[i]! >= 0) accepted[i] = 1;
  });
  return accepted;
}
