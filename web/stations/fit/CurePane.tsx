import { useStore } from '@nanostores/react';
import { memo, useEffect, type ReactNode } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { codeOf, tireSize } from '../../../core/tire/size';
import { showWithUnit } from '../../../core/units/quantity';
import { useCatalog } from '../package/useCatalog';
import { $units } from '../../state/store';
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

/** The place of a chart, as high as it will be while it is worked out. */
function Kept({ children }: { children: ReactNode }) {
  return (
    <div className="min-h-[290px]">{children ?? <p className="text-graphite">Is being worked out…</p>}</div>
  );
}

/** What lift of each kind does, and which tires would do as it is. */
export const CurePane = memo(function CurePane({ build, axle }: { build: Build; axle: AxleName }) {
  const units = useStore($units);
  const [pane, seen] = useSeen<HTMLDivElement>();
  const region = useWorkerQuery(
    (api, asked) => api.region(asked.build, asked.axle),
    { build, axle },
    WHEN_STILL,
    seen,
  );
  const curves = useWorkerQuery(
    (api, asked) => api.lift(asked.build, asked.axle),
    { build, axle },
    WHEN_STILL,
    seen,
  );
  const { tires, open } = useCatalog();
  useEffect(open, [open]);
  const { tire, wheel } = build.package;
  const fits = tires.map(({ item }) => item).filter((one) => codeOf(one).rimIn === wheel.diameterIn);
  const own = tireSize(tire, wheel.widthIn);
  return (
    <div className="mt-4" ref={pane} data-testid="cure-pane">
      {region ? (
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
      ) : (
        <p className="text-graphite mt-2">The largest tire at the margin is worked out…</p>
      )}
      <div className="mt-2 grid grid-cols-2 gap-x-6">
        <Kept>{curves && <LiftChart axle={axle} curves={curves} marginMm={build.use.marginMm} />}</Kept>
        <Kept>{region && <RegionChart build={build} region={region} tires={fits} />}</Kept>
      </div>
    </div>
  );
});
