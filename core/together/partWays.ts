import { isNeverCut } from '../format/materials';
import type { AxleName, FreeKind } from '../format/names';
import type { Build, Obstacle } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { withChanges, type Change } from './change';
import type { Corners, PartAt } from './corners';

const DIRECTIONS: readonly (readonly [number, number, number])[] = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
];
/** A part is spaced away by no less, mm. */
const STEP_MM = 4;

/** Where else a part can stand so that it is no longer in the way: the shortest move, straight along one axis. */
function movedAway(
  build: Build,
  axle: AxleName,
  part: Obstacle,
  corners: Corners,
  upToMm: number,
): Change | null {
  const may = Math.min(part.movableMm ?? 0, upToMm);
  const [x, y, z] = build.package.moves.find(({ obstacle }) => obstacle === part.id)?.byMm ?? [0, 0, 0];
  const number = build.vehicle.corners[axle].obstacles.findIndex(({ id }) => id === part.id);
  for (let byMm = STEP_MM; byMm <= may; byMm += STEP_MM)
    for (const [dx, dy, dz] of DIRECTIONS) {
      const to: [number, number, number] = [x + dx * byMm, y + dy * byMm, z + dz * byMm];
      if (Math.hypot(...to) > (part.movableMm ?? 0)) continue;
      const change: Change = { kind: 'move', axle, obstacle: part.id, byMm: to };
      if (!corners.under(axle, withChanges(build, [change])).includes(number)) return change;
    }
  return null;
}

/** What may be done to a part within the limits, as far as that is known before anything is tried. */
export function allowed(
  { id, removable = false, movableMm = 0, material, cutMm }: Obstacle,
  { avoid, keep }: FreeLimits,
): Record<'remove' | 'move' | 'cut', boolean> {
  const may = (kind: FreeKind, can: boolean): boolean => can && !avoid.includes(kind) && !keep.includes(id);
  return {
    remove: may('remove', removable),
    move: may('move', movableMm > 0),
    cut: may('cut', !isNeverCut(material) && cutMm > 0),
  };
}

/** 1 for each part of a corner that something may be done to at all. */
export const fixableParts = ({ vehicle }: Build, axle: AxleName, limits: FreeLimits): Uint8Array =>
  Uint8Array.from(vehicle.corners[axle].obstacles, (part) =>
    Object.values(allowed(part, limits)).includes(true) ? 1 : 0,
  );

/** What may be done to one part that is in the way. The depth of a cut is worked out when it is offered; here it is what is missing. */
function waysOfPart(build: Build, { axle, part }: PartAt, corners: Corners, limits: FreeLimits): Change[] {
  const { most } = limits;
  const may = allowed(part, limits);
  const { obstacles } = build.vehicle.corners[axle];
  const ways: Change[] = [];
  const there = obstacles.filter(({ id }) => !build.package.removed.includes(id));
  if (may.remove && there.length > 1) ways.push({ kind: 'remove', axle, obstacle: part.id });
  const moved = may.move ? movedAway(build, axle, part, corners, most.move ?? Infinity) : null;
  if (moved) ways.push(moved);
  if (may.cut) {
    const decided = build.package.cuts.find(({ obstacle }) => obstacle === part.id)?.depthMm ?? 0;
    const gap = corners.least(axle, build)[obstacles.findIndex(({ id }) => id === part.id)] ?? NaN;
    const amount = decided + build.use.marginMm - gap;
    if (amount <= Math.min(part.cutMm, most.cut ?? Infinity))
      ways.push({ kind: 'cut', axle, obstacle: part.id, amount });
  }
  return ways;
}

/** Every way to do something to each of the parts that are in the way; none where one of them has to stay as it is. */
export function partWays(
  build: Build,
  left: readonly PartAt[],
  corners: Corners,
  limits: FreeLimits,
): Change[][] {
  let all: Change[][] = [[]];
  for (const one of left) {
    const ways = waysOfPart(build, one, corners, limits);
    all = all.flatMap((before) => ways.map((way) => [...before, way]));
  }
  return all;
}
