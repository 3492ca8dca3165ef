import { useStore } from '@nanostores/react';
import { computed } from 'nanostores';
import { memo, useCallback } from 'react';
import type { Build } from '../../../core/format/build';
import { sweepInputOf } from '../../../core/clearance/corner';
import type { FoldWindow } from '../../../core/clearance/fold';
import { resizedTire } from '../../../core/tire/resized';
import { WheelSection, type Pull } from '../../drawings/WheelSection';
import { changeStage, setOffset } from '../../state/edits';
import { $assessment, $build, $units } from '../../state/store';
import { AT_ONCE, useWorkerQuery } from '../../state/workerQuery';
import type { CornerPane } from './useCorner';

/** Wide enough for every wheel that is fitted, and still while a handle is dragged. */
function windowFor(outerMm: number): FoldWindow {
  return { aMm: [-330, 250], rMm: [150, Math.max(540, Math.ceil((outerMm + 90) / 50) * 50)], cellMm: 2 };
}

/** What a pulled handle writes: sizes as entered figures beside the code, the centre plane as an offset. */
function pullPackage(build: Build, { diameterMm, widthMm, centreMm }: Pull): void {
  const { tire, wheel, spacerMm } = build.package;
  if (centreMm !== undefined) setOffset(build, Math.round(spacerMm - centreMm));
  if (diameterMm !== undefined)
    changeStage([{ path: '/package/tire/overallDiameterMm', to: Math.round(diameterMm) }]);
  if (widthMm !== undefined) {
    const to = resizedTire(tire, wheel.widthIn, { widthMm });
    const changes = [{ path: '/package/tire/sectionWidthMm', to: Math.round(to.sectionWidthMm ?? widthMm) }];
    if (to.treadWidthMm !== undefined)
      changes.push({ path: '/package/tire/treadWidthMm', to: Math.round(to.treadWidthMm) });
    changeStage(changes);
  }
}

const $least = computed($assessment, (judged) => judged?.assessment.fit ?? null);

/** The wheel's-eye section: its white does not depend on the tire, so a pulled edge only moves the tire in it. */
export const SectionPane = memo(function SectionPane({
  build,
  corner,
  profile,
  stock,
  named,
  locked,
}: CornerPane) {
  const units = useStore($units);
  const fit = useStore($least)?.[corner.axle];
  const window = windowFor(Math.max(profile.tireOuterMm, stock.tireOuterMm));
  const fold = useWorkerQuery(
    (api, { window: frame, ...sweep }) => api.fold(sweep, frame),
    { ...sweepInputOf(build, corner.axle), window },
    AT_ONCE,
  );
  const pull = useCallback((change: Pull) => {
    const now = $build.get();
    if (now) pullPackage(now, change);
  }, []);
  return (
    <WheelSection
      window={window}
      fold={fold}
      layers={named.layers}
      names={named.names}
      profile={profile}
      stock={stock}
      units={units}
      gap={{
        clearanceMm: fit?.leastClearanceMm ?? NaN,
        name: fit ? (named.nameById[fit.at.obstacle] ?? '') : '',
      }}
      pull={pull}
      disabled={locked}
    />
  );
});
