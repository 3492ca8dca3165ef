import { useStore } from '@nanostores/react';
import { memo, useEffect } from 'react';
import type { AxleName, Build } from '../../../core/format/build';
import { codeOf, tireSize } from '../../../core/tire/size';
import { showWithUnit } from '../../../core/units/quantity';
import { useCatalog } from '../package/useCatalog';
import { $cures, $units } from '../../state/store';
import { later } from '../../ui/later';
import { useSeen } from '../../state/useSeen';
import { useWorkerQuery, WHEN_STILL } from '../../state/workerQuery';

// The charts' library is asked for after the sheet stands.
const LiftChart = later(
  'What lift does',
  () => import('./LiftChart').then((module) => module.LiftChart),
  '290px',
);
const RegionChart = later(
  'Which tires do',
  () => import('./RegionChart').then((module) => module.RegionChart),
  '290px',
);

/** What lift of each kind does, and which tires would do as it is. */
export const CurePane = memo(function CurePane({ build, axle }: { build: Build; axle: AxleName }) {
  const known = useStore($cures);
  const units = useStore($units);
  const [pane, seen] = useSeen<HTMLDivElement>();
  const region = useWorkerQuery(
    (api, asked) => api.region(asked.build, asked.axle),
    { build, axle },
    WHEN_STILL,
    seen,
  );
  const { tires, open } = useCatalog();
  useEffect(open, [open]);
  const corner = known?.build === build ? known.corners.find((one) => one.axle === axle) : undefined;
  const { tire, wheel } = build.package;
  const fits = tires.map(({ item }) => item).filter((one) => codeOf(one).rimIn === wheel.diameterIn);
  const own = tireSize(tire, wheel.widthIn);
  return (
    <div className="mt-4" ref={pane} data-testid="cure-pane">
      {region && (
        <p className="mt-2" data-testid="largest">
          Largest tire at the margin as it is, {axle}:{' '}
          <b className="font-semibold">
            {region.largest.diameterMm === null
              ? 'none of this width'
              : `${showWithUnit(Math.floor(region.largest.diameterMm), 'length', units)} tall`}
          </b>{' '}
          at {showWithUnit(Math.round(own.sectionWidthMm), 'length', units)} wide, or{' '}
          <b className="font-semibold">
            {region.largest.widthMm === null
              ? 'none of this height'
              : `${showWithUnit(Math.floor(region.largest.widthMm), 'length', units)} wide`}
          </b>{' '}
          at {showWithUnit(Math.round(own.overallDiameterMm), 'length', units)} tall.
        </p>
      )}
      <div className="mt-2 grid grid-cols-2 gap-x-6">
        {corner && <LiftChart corner={corner} marginMm={build.use.marginMm} />}
        {region && <RegionChart build={build} region={region} tires={fits} />}
      </div>
    </div>
  );
});
