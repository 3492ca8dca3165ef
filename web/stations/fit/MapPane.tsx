import { useStore } from '@nanostores/react';
import { memo, useCallback } from 'react';
import type { SweepCorner } from '../../../core/clearance/corner';
import { LockMap } from '../../drawings/LockMap';
import { $assessment, $pose, $units } from '../../state/store';
import { useAfterFirst } from '../../state/useAfterFirst';
import { poseWithin, type Named } from './useCorner';

type Props = { corner: SweepCorner; named: Named; marginMm: number };

/** The lock and travel map of the last answer; it picks the pose that all drawings share. */
export const MapPane = memo(function MapPane({ corner, named, marginMm }: Props) {
  const units = useStore($units);
  const judged = useStore($assessment);
  const { lockDeg, travelMm } = poseWithin(corner, useStore($pose));
  const { axle } = corner;
  // Much to draw: it comes in the frame after the rest, so that turning here is not held up.
  const after = useAfterFirst();
  const pick = useCallback(
    (lock: number, travel: number) => $pose.set({ axle, lockDeg: lock, travelMm: travel }),
    [axle],
  );
  const map = judged?.assessment.fit[axle].map;
  // An answer for another grid than the mask's is on its way out; the next one is a moment away.
  if (
    !after ||
    !map ||
    map.lockDeg.length * map.travelMm.length !== corner.grid.lockDeg.length * corner.grid.travelMm.length
  )
    return null;
  return (
    <LockMap
      fitMap={map}
      inZone={corner.inZone}
      marginMm={marginMm}
      lockDeg={lockDeg}
      travelMm={travelMm}
      pick={pick}
      units={units}
      names={named.nameById}
    />
  );
});
