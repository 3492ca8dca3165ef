import { useStore } from '@nanostores/react';
import { memo, useMemo } from 'react';
import { poseView } from '../../../core/clearance/contact';
import { cutDepths } from '../../../core/clearance/corner';
import { showWithUnit } from '../../../core/units/quantity';
import { poseWords } from '../../../core/verdict';
import { BenchDrawing } from '../../drawings/BenchDrawing';
import { $pose, $units } from '../../state/store';
import { tapesOf } from './tapes';
import { poseWithin, type CornerPane } from './useCorner';

/** The bench drawing follows the hand and the pose; it does not wait for the sweep. */
export const BenchPane = memo(function BenchPane({
  build,
  corner,
  profile,
  stock,
  named,
  locked,
}: CornerPane) {
  const units = useStore($units);
  const { lockDeg, travelMm, lowest, highest } = poseWithin(corner, useStore($pose));
  const { cuts } = build.package;
  const view = useMemo(
    () => poseView(corner, profile, cutDepths(corner.corner.obstacles, cuts), lockDeg, travelMm),
    [corner, profile, cuts, lockDeg, travelMm],
  );
  const { upright, level } = tapesOf(build, corner.axle, { lockDeg, travelMm }, { lowest, highest });
  const gap = view.nearest.clearanceMm;
  const notes = [
    gap < 0
      ? `meets by ${showWithUnit(-gap, 'length', units)}`
      : `${showWithUnit(gap, 'length', units)} free`,
    showWithUnit(Math.abs(gap), 'length', units === 'metric' ? 'inch' : 'metric'),
    named.nameById[view.nearest.obstacle] ?? '',
    poseWords(lockDeg, travelMm, units),
    ...(corner.corner.suspension.kind === 'solid'
      ? [view.crossed ? 'one wheel up, one down' : 'both wheels together']
      : []),
    `left ${corner.axle}; right is its mirror`,
  ];
  return (
    <BenchDrawing
      corner={corner}
      view={view}
      profile={profile}
      stock={stock}
      layers={named.layerById}
      names={named.nameById}
      units={units}
      upright={upright}
      level={level}
      disabled={locked}
      notes={notes}
    />
  );
});
