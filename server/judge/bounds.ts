import { AXLES } from '../../core/format/names';
import type { Build } from '../../core/format/build';
import type { Fault } from '../../core/format/fields';

/**
 * Clearances that one request may ask for: poses times points, over both corners and all ways they move. About a second and a
 * half; a page asks for two in a hundred of it. The command line has no such bound.
 */
export const MOST_CLEARANCES = 60e6;

/** Half of what a corner costs is laying it out; this counts without doing so. Bounded by lock 181 × travel 121. */
function clearancesOf(build: Build): number {
  const { lock, travel } = build.use.grid;
  return AXLES.reduce((sum, axle) => {
    const { obstacles, suspension } = build.vehicle.corners[axle];
    const points = obstacles.reduce((all, { points: list }) => {
      let spans = list.length;
      for (let i = 1; i < list.length; i++) {
        const [a, b] = [list[i - 1], list[i]];
        if (a && b) spans += Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) / 10;
      }
      return all + spans;
    }, 0);
    const ways = (suspension.kind === 'solid' ? 2 : 1) * ((suspension.complianceMm ?? 0) > 0 ? 3 : 1);
    return sum + lock * travel * points * ways;
  }, 0);
}

/** Why a build is more than a request may ask for; undefined where it is not. */
export function tooMuchWork(build: Build): Fault | undefined {
  const asked = clearancesOf(build);
  if (asked <= MOST_CLEARANCES) return undefined;
  return {
    path: 'use.grid',
    message: `asks for ${Math.round(asked / 1e6)} million clearances with this many points; at most ${MOST_CLEARANCES / 1e6} million here: give a coarser grid, or thin the points out`,
  };
}
