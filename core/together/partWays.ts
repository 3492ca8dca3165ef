import { isNeverCut } from '../format/materials';
import type { AxleName, Build, Obstacle } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { withChanges, type Change } from './change';
import type { Corners } from './corners';

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

/** What may be done to one part that is in the way. The depth of a cut is worked out when it is offered; here it is what is missing. */
function waysOfPart(
  build: Build,
  { axle, part }: { axle: AxleName; part: Obstacle },
  corners: Corners,
  { avoid, keep, most }: FreeLimits,
): Change[] {
  if (keep.includes(part.id)) return [];
  const ways: Change[] = [];
  const others = build.vehicle.corners[axle].obstacles.filter(
    ({ id }) => !build.package.removed.includes(id),
  );
  if (part.removable && !avoid.includes('remove') && others.length > 1)
    ways.push({ kind: 'remove', axle, obstacle: part.id });
  const moved = avoid.includes('move') ? null : movedAway(build, axle, part, corners, most.move ?? Infinity);
  if (moved) ways.push(moved);
  if (!avoid.includes('cut') && !isNeverCut(part.material)) {
    const decided = build.package.cuts.find(({ obstacle }) => obstacle === part.id)?.depthMm ?? 0;
    const number = build.vehicle.corners[axle].obstacles.findIndex(({ id }) => id === part.id);
    const missing = build.use.marginMm - (corners.least(axle, build)[number] ?? NaN);
    const amount = decided + missing;
    if (amount <= Math.min(part.cutMm, most.cut ?? Infinity))
      ways.push({ kind: 'cut', axle, obstacle: part.id, amount });
  }
  return ways;
}

/** 1 for each part of a corner that something may be done to at all. */
export const fixableParts = ({ vehicle }: Build, axle: AxleName, { avoid, keep }: FreeLimits): Uint8Array =>
  Uint8Array.from(vehicle.corners[axle].obstacles, ({ id, removable, movableMm = 0, material, cutMm }) =>
    !keep.includes(id) &&
    ((removable === true && !avoid.includes('remove')) ||
      (movableMm > 0 && !avoid.includes('move')) ||
      (!isNeverCut(material) && cutMm > 0 && !avoid.includes('cut')))
      ? 1
      : 0,
  );

/** Every way to do something to each of the parts that are in the way; none where one of them has to stay as it is. */
export function partWays(
  build: Build,
  left: readonly { axle: AxleName; part: Obstacle }[],
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
