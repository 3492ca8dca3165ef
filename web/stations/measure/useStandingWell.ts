import { useMemo } from 'react';
import { poseView, type PoseView } from '../../../core/clearance/contact';
import { sweepCorner } from '../../../core/clearance/corner';
import type { Profile } from '../../../core/clearance/profile';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import { materialOf } from '../../../core/format/materials';
import { AS_IT_STANDS } from '../../../core/measure/asItStands';
import { standingProfile } from '../../../core/measure/begin';
import { sideWords } from '../../../core/verdict';
import type { GapPose } from './gapPose';
import type { DrawnObstacle } from '../../drawings/CornerView';

/** More than anything in a well is away. */
const OUT_OF_REACH_MM = 1e5;

/**
 * A well with the tire that stands in it, as it is drawn: as delivered, straight ahead, at ride height; or as a gap is read, and then
 * with what is nearest of the part that it is read to.
 */
export function useStandingWell(
  vehicle: Vehicle,
  axle: AxleName,
  pose?: GapPose,
): { profile: Profile; view: PoseView; drawn: DrawnObstacle[] } {
  const { lockDeg = 0, travelMm = 0, obstacle: only } = pose ?? {};
  const { profile, view } = useMemo(() => {
    const standing = standingProfile(vehicle);
    const corner = sweepCorner({ vehicle, axle, ...AS_IT_STANDS });
    // What the gap is not read to is out of reach, so that the part it is read to is the nearest.
    const far = corner.corner.obstacles.map(({ id }) =>
      only === undefined || id === only ? 0 : OUT_OF_REACH_MM,
    );
    return { profile: standing, view: poseView(corner, standing, Float64Array.from(far), lockDeg, travelMm) };
  }, [vehicle, axle, lockDeg, travelMm, only]);
  const { obstacles } = vehicle.corners[axle];
  const drawn = view.obstacles.map(({ id, points }, i) => {
    const obstacle = obstacles[i];
    return {
      id,
      points,
      name: `${sideWords(obstacle?.side)}${obstacle?.label || id}`,
      layer: materialOf(obstacle?.material ?? 'sheet').layer,
      guessed: obstacle?.estimated ?? [],
    };
  });
  return { profile, view, drawn };
}
