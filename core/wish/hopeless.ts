import { canStand } from '../clearance/cures/trial';
import { misses } from '../clearance/rub';
import { AXLES, type AxleName, type FreeKind } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { withChanges, type Change } from '../together/change';
import type { Corners } from '../together/corners';
import { allowed } from '../together/partWays';
import { RUNGS } from '../together/rungs';

/** By how much a part that is too near could be got out of the way at most, by what may be done to it, mm. */
const mostGained = (part: Parameters<typeof allowed>[0], limits: FreeLimits): number => {
  const may = allowed(part, limits);
  const { most } = limits;
  if (may.remove) return Infinity;
  return Math.max(
    may.cut ? Math.min(part.cutMm, most.cut ?? Infinity) : 0,
    may.move ? Math.min(part.movableMm ?? 0, most.move ?? Infinity) : 0,
  );
};

/**
 * Whether no changes within the limits can free a package of one vehicle, said without searching for any: with as much as there is
 * of everything that may be done, it would still be in the way. Less lock and less bump take poses away and add none, a part
 * gains at most what is cut or moved, and an axle is tried in each place that it may be moved to. A no says nothing.
 */
export function hopelessOf(
  base: Build,
  corners: Corners,
  goalMm: number,
  limits: FreeLimits,
): (build: Build) => boolean {
  const gains = {
    front: base.vehicle.corners.front.obstacles.map((part) => mostGained(part, limits)),
    rear: base.vehicle.corners.rear.obstacles.map((part) => mostGained(part, limits)),
  };
  const fixable = {
    front: Uint8Array.from(gains.front, (mm) => (mm > 0 ? 1 : 0)),
    rear: Uint8Array.from(gains.rear, (mm) => (mm > 0 ? 1 : 0)),
  };
  const may = (kind: FreeKind): boolean => !limits.avoid.includes(kind);
  const mostOf = (kind: keyof typeof RUNGS): number =>
    may(kind) ? Math.min(limits.most[kind] ?? Infinity, Math.max(...RUNGS[kind])) : 0;

  /** As much of a change as leaves a vehicle that can stand, down from its most. */
  const utmost = (build: Build, kind: 'lock-stop' | 'bump-stop', axle: AxleName): Build => {
    for (let amount = mostOf(kind); amount > 0.5; amount *= 0.8) {
      const so = withChanges(build, [{ kind, axle, amount }]);
      if (canStand(so, axle, so.package)) return so;
    }
    return build;
  };
  const places = (axle: AxleName): Change[][] => [
    [],
    ...(['forward', 'back'] as const).flatMap((kind) =>
      RUNGS[kind]
        .filter((amount) => amount <= mostOf(kind))
        .map((amount): Change[] => [{ kind, axle, amount }]),
    ),
  ];
  const canEver = (build: Build, axle: AxleName): boolean => {
    const { steering } = build.vehicle.corners[axle];
    const stopped = utmost(steering ? utmost(build, 'lock-stop', axle) : build, 'bump-stop', axle);
    return places(axle).some((place) => {
      const so = withChanges(stopped, place);
      if (!canStand(so, axle, so.package)) return false;
      const under = corners.under(axle, so);
      if (under.some((i) => fixable[axle][i] === 0)) return false;
      if (under.every((i) => gains[axle][i] === Infinity)) return true;
      const least = corners.least(axle, so);
      return under.every((i) => !misses(least[i]! + gains[axle][i]!, goalMm));
    });
  };
  return (build) => !AXLES.every((axle) => canStand(build, axle, build.package) && canEver(build, axle));
}
