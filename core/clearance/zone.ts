import type { Steering } from '../format/vehicle';
import type { Travel } from '../vehicle/travel';
import type { PoseGrid } from './poses';
import type { Use, Zone } from '../format/use';

/** Share of bump, or share of lock, up to which a pose counts. Either is enough: nobody jumps at full lock. */
export type ZoneLimits = { bump: number; lock: number };
export const ZONE_LIMITS: Readonly<Record<Zone, ZoneLimits>> = {
  street: { bump: 0.4, lock: 0.3 },
  trail: { bump: 0.7, lock: 0.6 },
  all: { bump: Infinity, lock: Infinity },
};

/** The limits in force: the shop's own zone where one is chosen. */
export function zoneLimits({ zone, zoneLimits: own }: Pick<Use, 'zone' | 'zoneLimits'>): ZoneLimits {
  return own ?? ZONE_LIMITS[zone];
}

/** What the zone in force is called. */
export function zoneName({ zone, zoneLimits: own }: Pick<Use, 'zone' | 'zoneLimits'>): string {
  return own?.label ?? { street: 'street', trail: 'trail', all: 'whole' }[zone];
}

/** Grid values fall on the limits exactly (12 of 40 steps is 0.3); rounding must not push them out. */
const ROUNDING = 1e-9;

/** 1 for each pose of the grid (travel by travel, lock by lock) that the zone counts, 0 for the rest. */
export function zoneMask(
  grid: PoseGrid,
  steering: Steering | undefined,
  travel: Travel,
  limit: ZoneLimits,
): Uint8Array {
  const bumpMm = travel.fullBumpMm - travel.rideMm;
  const mask = new Uint8Array(grid.lockDeg.length * grid.travelMm.length);
  let at = 0;
  for (const t of grid.travelMm) {
    // In droop every share counts. Where ride height is at or above full bump there is no bump to share out.
    const bump = t <= 0 || bumpMm <= 0 ? 0 : t / bumpMm;
    for (const lock of grid.lockDeg) {
      const full = lock >= 0 ? steering?.lockInsideDeg : steering?.lockOutsideDeg;
      const share = lock === 0 || !full ? 0 : Math.abs(lock) / full;
      if (bump <= limit.bump + ROUNDING || share <= limit.lock + ROUNDING) mask[at] = 1;
      at++;
    }
  }
  return mask;
}
