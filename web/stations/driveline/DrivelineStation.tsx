import { BelowFold } from '../../ui/BelowFold';
import { memo, useState } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { Axle } from '../../../core/format/driveline';
import type { Strength as StrengthOf } from '../../../core/driveline/strength';
import { offeredRatios } from '../../../core/driveline/driveline';
import { STYLES } from '../../../core/driveline/capacity';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { CheckList } from '../package/CheckList';
import { Tradeoffs } from '../rules/Tradeoffs';
import { setStage } from '../../state/edits';
import {} from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { useSettledAssessment } from '../../state/useSettled';
import { AsBuiltDialog } from './AsBuiltDialog';
import { Electric } from './Electric';
import { Grades, Numbers } from './Gearing';
import { Ladder } from './Ladder';
import { RoadLogPanel } from './RoadLogPanel';
import { UpgradePanel } from './UpgradePanel';
import { later } from '../../ui/later';
import { Button } from '../../ui/Button';

const SpeedChart = later(
  'Engine speed',
  () => import('./SpeedChart').then((module) => module.SpeedChart),
  '320px',
);
const HuntingChart = later(
  'Grades and gears',
  () => import('./HuntingChart').then((module) => module.HuntingChart),
  '230px',
);
const SpeedometerPanel = later(
  'Speedometer',
  () => import('./SpeedometerPanel').then((module) => module.SpeedometerPanel),
  '20rem',
);

type StyleName = keyof typeof STYLES;

/** What drives it: gearing, the three schools, the grades it holds, the strength of the axles, the speedometer. */
export function DrivelineStation({ build }: { build: Build }) {
  const locked = useLocked();
  const [entering, setEntering] = useState(false);
  const { use } = build;
  const ratios = offeredRatios(build);
  const ratio = build.package.axleRatio ?? build.vehicle.stock.axleRatio;
  return (
    <section id="driveline" aria-labelledby="driveline-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-1">
        <h2 id="driveline-title" tabIndex={-1} className="station-title">
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
        <Button className="mb-1" onClick={() => setEntering(true)}>
          As built…
        </Button>
      </div>
      <Body />
      {entering && <AsBuiltDialog vehicle={build.vehicle} close={() => setEntering(false)} />}
    </section>
  );
}

/** What gives first, and what one change would do to it. */
function Strength({
  build,
  strength,
  axles,
}: {
  build: Build;
  strength: StrengthOf;
  axles: Record<AxleName, Axle>;
}) {
  return (
    <div className="mb-3">
      <h3 className="text-lg font-semibold">Strength: what it can take over what may be asked of it</h3>
      <Ladder strength={strength} axles={axles} />
      <UpgradePanel build={build} strength={strength} />
      <p className="text-graphite text-[0.85rem]">
        These figures rank parts and compare stages; they do not predict a breakage. Axle, brake and steering
        work belongs to qualified people.
      </p>
    </div>
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
      <div className="grid grid-cols-1 gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
        <div>
          <Numbers build={build} driveline={assessment.driveline} assessment={assessment} />
          <div className="mt-2">
            <CheckList checks={[...assessment.driveline.checks, ...(assessment.strength?.checks ?? [])]} />
          </div>
        </div>
        <div>
          {assessment.strength && axles && (
            <Strength build={build} strength={assessment.strength} axles={axles} />
          )}
          {powertrain ? (
            <SpeedChart build={build} powertrain={powertrain} />
          ) : (
            <p className="text-graphite">
              No powertrain is entered for this vehicle: engine speed, grades and strength are not known.
            </p>
          )}
          {assessment.driveline.electric && <Electric electric={assessment.driveline.electric} />}
          {powertrain && <Grades driveline={assessment.driveline} gears={powertrain.gears} />}
        </div>
      </div>
      <BelowFold>
        {powertrain?.kind === 'engine' && <HuntingChart build={build} powertrain={powertrain} />}
        <SpeedometerPanel build={build} assessment={assessment} />
        <RoadLogPanel build={build} />
        <Tradeoffs build={build} assessment={assessment} />
      </BelowFold>
    </>
  );
});
