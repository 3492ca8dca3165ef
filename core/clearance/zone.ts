import type { Steering } from '../format/vehicle';
import type { Travel } from '../vehicle/travel';
import type { PoseGrid } from './poses';
import type { Zone } from '../format/names';
import type { Use } from '../format/use';

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

/** Part of a zone: everything between two lock angles and two hub heights (mm above ride height as delivered). */
export type ZoneBox = { lockDeg: [number, number]; hubMm: [number, number] };

/** What the zone counts, whole: all lock up to its share of bump, and all travel up to its share of lock. */
export function zoneBoxes(
  grid: PoseGrid,
  steering: Steering | undefined,
  travel: Travel,
  limit: ZoneLimits,
): ZoneBox[] {
  const ends = (values: readonly number[]): [number, number] => [values[0] ?? 0, values.at(-1) ?? 0];
  const lock = ends(grid.lockDeg);
  const hub = ends(grid.hubMm);
  const bumpMm = travel.fullBumpMm - travel.rideMm;
  const topMm = bumpMm > 0 ? Math.min(hub[1], travel.rideMm + limit.bump * bumpMm) : hub[1];
  if (topMm >= hub[1]) return [{ lockDeg: lock, hubMm: hub }];
  // A share of no lock at all is no limit.
  const share = (end: number, full: number | undefined): number =>
    full ? Math.min(Math.abs(end), limit.lock * full) : Math.abs(end);
  const narrow: [number, number] = [
    -share(lock[0], steering?.lockOutsideDeg),
    share(lock[1], steering?.lockInsideDeg),
  ];
  return [
    { lockDeg: lock, hubMm: [hub[0], topMm] },
    { lockDeg: narrow, hubMm: hub },
  ];
}

/** Poses on the limits of a zone, at the steps of the grid: a limit lies between two of its rows as a rule. */
export function zoneEdges(
  grid: PoseGrid,
  [low, narrow]: readonly ZoneBox[],
): [lockDeg: number, hubMm: number][] {
  if (!low || !narrow) return [];
  const [left, right] = narrow.lockDeg;
  const top = low.hubMm[1];
  const between = (values: readonly number[], at: number): boolean => !values.includes(at);
  return [
    ...(between(grid.hubMm, top)
      ? grid.lockDeg
          .filter((lock) => lock < left || lock > right)
          .map((lock): [number, number] => [lock, top])
      : []),
    ...[left, right].flatMap((lock) =>
      between(grid.lockDeg, lock)
        ? [...grid.hubMm.filter((hub) => hub > top), top].map((hub): [number, number] => [lock, hub])
        : [],
    ),
  ];
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
