import { useMemo } from 'react';
import { poseView, type PoseView } from '../../../core/clearance/contact';
import { sweepCorner } from '../../../core/clearance/corner';
import type { Profile } from '../../../core/clearance/profile';
import type { AxleName, Vehicle } from '../../../core/format/build';
import { materialOf } from '../../../core/format/materials';
import { AS_IT_STANDS } from '../../../core/measure/asItStands';
import { standingProfile } from '../../../core/measure/begin';
import { sideWords } from '../../../core/verdict';
import type { DrawnObstacle } from '../../drawings/CornerView';

/** A well with the tire that stands in it, as it is drawn: as delivered, straight ahead, at ride height. */
export function useStandingWell(
  vehicle: Vehicle,
  axle: AxleName,
): { profile: Profile; view: PoseView; drawn: DrawnObstacle[] } {
  const { profile, view } = useMemo(() => {
    const standing = standingProfile(vehicle);
    const corner = sweepCorner({ vehicle, axle, ...AS_IT_STANDS });
    return {
      profile: standing,
      view: poseView(corner, standing, new Float64Array(corner.flat.count), 0, 0),
    };
  }, [vehicle, axle]);
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
