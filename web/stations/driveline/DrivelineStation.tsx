import { useStore } from '@nanostores/react';
import { lazy, memo, Suspense, useState } from 'react';
import type { Build } from '../../../core/format/build';
import { offeredRatios } from '../../../core/driveline/driveline';
import { STYLES } from '../../../core/driveline/capacity';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { CheckList } from '../package/CheckList';
import { Tradeoffs } from '../rules/Tradeoffs';
import { setStage } from '../../state/edits';
import { $locked } from '../../state/store';
import { useSettledAssessment } from '../../state/useSettled';
import { AsBuiltDialog } from './AsBuiltDialog';
import { Electric } from './Electric';
import { Grades, Numbers } from './Gearing';
import { Ladder } from './Ladder';
import { RoadLogPanel } from './RoadLogPanel';
import { UpgradePanel } from './UpgradePanel';

const SpeedChart = lazy(() => import('./SpeedChart').then((module) => ({ default: module.SpeedChart })));

const HuntingChart = lazy(() =>
  import('./HuntingChart').then((module) => ({ default: module.HuntingChart })),
);
const SpeedometerPanel = lazy(() =>
  import('./SpeedometerPanel').then((module) => ({ default: module.SpeedometerPanel })),
);

type StyleName = keyof typeof STYLES;

/** What drives it: gearing, the three schools, the grades it holds, the strength of the axles, the speedometer. */
export function DrivelineStation({ build }: { build: Build }) {
  const locked = useStore($locked);
  const [entering, setEntering] = useState(false);
  const { use } = build;
  const ratios = offeredRatios(build);
  const ratio = build.package.axleRatio ?? build.vehicle.stock.axleRatio;
  return (
    <section id="driveline" aria-labelledby="driveline-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-1">
        <h2 id="driveline-title" className="station-title">
          Driveline
        </h2>
        <div className="w-36">
          <Field path="use.cruiseKmh" value={use.cruiseKmh} />
        </div>
        <div className="w-36">
          <Field path="use.comfortRpm" value={use.comfortRpm} />
        </div>
        <div className="w-36">
          <Choice
            label="Driven as"
            value={use.style ?? 'touring'}
            options={(Object.keys(STYLES) as StyleName[]).map((style) => [style, style] as const)}
            choose={(style) => void setStage('/use/style', style)}
          />
        </div>
        {ratios.length > 0 && (
          <div className="w-36">
            <Choice
              label="Axle ratio"
              value={String(ratio)}
              options={[...new Set([ratio, ...ratios])]
                .sort((a, b) => a - b)
                .map((one) => [
                  String(one),
                  one === build.vehicle.stock.axleRatio ? `${one}, as delivered` : String(one),
                ])}
              choose={(one) => void setStage('/package/axleRatio', Number(one))}
              disabled={locked}
            />
          </div>
        )}
        <button type="button" className="plain-button mb-1" onClick={() => setEntering(true)}>
          As built…
        </button>
      </div>
      <Body />
      {entering && <AsBuiltDialog vehicle={build.vehicle} close={() => setEntering(false)} />}
    </section>
  );
}

/** Everything below the head: drawn anew when the hand is still. */
const Body = memo(function Body() {
  const calm = useSettledAssessment();
  if (!calm) return null;
  const { build, assessment } = calm;
  const { powertrain, axles } = build.vehicle;
  return (
    <>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-x-8 gap-y-3">
        <div>
          <Numbers build={build} driveline={assessment.driveline} assessment={assessment} />
          <div className="mt-2">
            <CheckList checks={[...assessment.driveline.checks, ...(assessment.strength?.checks ?? [])]} />
          </div>
        </div>
        <div>
          {powertrain ? (
            <Suspense fallback={<p className="text-graphite">Drawing…</p>}>
              <SpeedChart build={build} powertrain={powertrain} />
              {powertrain.kind === 'engine' && <HuntingChart build={build} powertrain={powertrain} />}
            </Suspense>
          ) : (
            <p className="text-graphite">
              No powertrain is entered for this vehicle: engine speed, grades and strength are not known.
            </p>
          )}
          {assessment.driveline.electric && <Electric electric={assessment.driveline.electric} />}
          {powertrain && <Grades driveline={assessment.driveline} gears={powertrain.gears} />}
        </div>
      </div>
      {assessment.strength && axles && (
        <div className="mt-4">
          <h3 className="text-lg font-semibold">Strength: what it can take over what may be asked of it</h3>
          <Ladder strength={assessment.strength} axles={axles} />
          <UpgradePanel build={build} strength={assessment.strength} />
          <p className="text-graphite text-[0.85rem]">
            These figures rank parts and compare stages; they do not predict a breakage. Axle, brake and
            steering work belongs to qualified people.
          </p>
        </div>
      )}
      <Suspense fallback={<p className="text-graphite">Drawing…</p>}>
        <SpeedometerPanel build={build} assessment={assessment} />
      </Suspense>
      <RoadLogPanel build={build} />
      <Tradeoffs build={build} assessment={assessment} />
    </>
  );
});
