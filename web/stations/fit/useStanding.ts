import { useMemo } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { poseView, type PoseView } from '../../../core/clearance/contact';
import { cutDepths, sweepCorner, sweepInputOf } from '../../../core/clearance/corner';
import { mountedProfile, type Profile } from '../../../core/clearance/profile';
import type { DrawnObstacle } from '../../drawings/CornerView';
import { materialOf } from '../../../core/format/materials';

/** One pose is all that is drawn: the grid of the zone is left aside. */
const ONE_POSE = { zone: 'all' as const, zoneLimits: undefined, grid: { lock: 1, travel: 2 } };

type Standing = { view: PoseView; profile: Profile; stock: Profile; obstacles: DrawnObstacle[] };

/** A corner in one pose, as its drawings want it: the wheel, the one as delivered, and what stands around them. */
export function useStanding(
  { vehicle, package: pack, use }: Build,
  axle: AxleName,
  { lockDeg, travelMm }: { lockDeg: number; travelMm: number },
): Standing {
  return useMemo(() => {
    const corner = sweepCorner({ ...sweepInputOf({ vehicle, package: pack, use }, axle), ...ONE_POSE });
    const profile = mountedProfile(pack, pack.spacerMm);
    const { obstacles } = vehicle.corners[axle];
    const view = poseView(corner, profile, cutDepths(obstacles, pack.cuts), lockDeg, travelMm);
    return {
      view,
      profile,
      stock: mountedProfile(vehicle.stock, 0),
      obstacles: view.obstacles.map(({ id, points }, i) => ({
        id,
        points,
        name: obstacles[i]?.label || id,
        layer: materialOf(obstacles[i]?.material ?? 'sheet').layer,
      })),
    };
  }, [vehicle, pack, use, axle, lockDeg, travelMm]);
}
