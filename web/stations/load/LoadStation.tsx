import { Said } from '../../ui/Said';
import { BelowFold } from '../../ui/BelowFold';
import { useStore } from '@nanostores/react';
import { Scale } from 'lucide-react';
import { memo, useState } from 'react';
import type { Assessment } from '../../../core/assess';
import { AXLES } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { showWithUnit } from '../../../core/units/quantity';
import { AxleBars } from '../../drawings/AxleBars';
import { SideView } from '../../drawings/SideView';
import { Field } from '../../ui/Field';
import { DevicesDialog } from '../devices/fetchedDialog';
import { Sources } from '../devices/Sources';
import { CheckList } from '../package/CheckList';
import { RulesPanel } from '../rules/RulesPanel';
import { setStage } from '../../state/edits';
import { $assessment, $units } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { useSettledAssessment } from '../../state/useSettled';
import { AddedMass } from './AddedMass';
import { ChalkPanel } from './ChalkPanel';
import { GroundPanel } from './GroundPanel';
import { SparePanel } from './SparePanel';
import { HardwarePanel } from './HardwarePanel';
import { Pressures } from './Pressures';
import { later } from '../../ui/later';
import { Button } from '../../ui/Button';

const PressureChart = later(
  'Pressures drawn',
  () => import('./PressureChart').then((module) => module.PressureChart),
  '220px',
);

/** What carries the vehicle: axle by axle against every limit, what is added and where, pressures, stability. */
export function LoadStation({ build }: { build: Build }) {
  const judged = useStore($assessment);
  const locked = useLocked();
  const units = useStore($units);
  const [weighing, setWeighing] = useState(false);
  const say = (kg: number): string => showWithUnit(Math.round(kg), 'mass', units);
  const assessment = judged?.assessment;
  const { vehicle } = build;
  const masses = build.package.addedMass;
  return (
    <section id="load" aria-labelledby="load-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-6">
        <h2 id="load-title" tabIndex={-1} className="station-title">
          Load
        </h2>
        <div className="w-44">
          <Field path="use.topKmh" value={build.use.topKmh} />
        </div>
        <Button needs="bench" className="mb-1 flex items-center gap-1.5" onClick={() => setWeighing(true)}>
          <Scale size={16} aria-hidden /> Weigh
        </Button>
        <p className="text-graphite pb-1">
          Axle by axle, never on four tires together. Ratings are never exceeded on the strength of a
          calculation.
        </p>
      </div>
      <div className="grid grid-cols-1 gap-x-8 gap-y-3 md:grid-cols-2">
        <div>
          {assessment ? (
            <Bars build={build} assessment={assessment} say={say} />
          ) : (
            <div className="min-h-[10.2rem]" aria-hidden />
          )}
          <Sources vehicle={vehicle} under="massKg" testId="weighed" />
          <Pressing />
        </div>
        <div>
          <SideView
            vehicle={vehicle}
            masses={masses}
            tireRadiusMm={(assessment?.tire.package.overallDiameterMm ?? 760) / 2}
            say={say}
            units={units}
            move={(index, mm) => void setStage(`/package/addedMass/${index}/behindFrontAxleMm`, mm)}
            disabled={locked}
          />
          <BelowFold>
            <AddedMass vehicle={vehicle} masses={masses} locked={locked} />
            <Standing />
          </BelowFold>
        </div>
      </div>
      <BelowFold>
        <Bolted locked={locked} />
      </BelowFold>
      {weighing && <DevicesDialog first="corner-scales" close={() => setWeighing(false)} />}
    </section>
  );
}

/** Pressures, by table and by chalk: drawn anew when the hand is still, as all that is below. */
const Pressing = memo(function Pressing() {
  const calm = useSettledAssessment();
  if (!calm) return <div className="min-h-[40rem]" aria-hidden />;
  return (
    <>
      <Pressures assessment={calm.assessment} />
      <div className="grid grid-cols-2 gap-x-4">
        {AXLES.map((axle) => (
          <PressureChart key={axle} {...calm} axle={axle} />
        ))}
      </div>
      <p className="text-graphite text-[0.85rem]">
        Hard: the package, dashed: as delivered, under the same load. Dotted: length on the ground. The level
        dashed line is as far as the trail may press it in.
      </p>
      <ChalkPanel build={calm.build} />
    </>
  );
});

const Standing = memo(function Standing() {
  const calm = useSettledAssessment();
  if (!calm) return null;
  const { load, stability } = calm.assessment;
  return (
    <div className="mt-2">
      <CheckList checks={[...load.checks, ...(stability?.checks ?? [])]} />
      <GroundPanel {...calm} />
      <SparePanel {...calm} />
    </div>
  );
});

const Bolted = memo(function Bolted({ locked }: { locked: boolean }) {
  const calm = useSettledAssessment();
  if (!calm) return null;
  return (
    <>
      <HardwarePanel {...calm} locked={locked} />
      <RulesPanel {...calm} />
    </>
  );
});

type Shown = { assessment: Assessment };

function Bars({ build, assessment: { load }, say }: Shown & { build: Build; say: (kg: number) => string }) {
  const { massKg, ratingsKg } = build.vehicle;
  const all = AXLES.flatMap((axle) => [
    load.axleKg[axle],
    ratingsKg[axle] ?? 0,
    load.capacityKg[axle].tires ?? 0,
    load.capacityKg[axle].wheels,
  ]);
  const mostKg = Math.max(...all) * 1.05;
  return (
    <div data-testid="axle-bars">
      {AXLES.map((axle) => (
        <AxleBars
          key={axle}
          axle={axle === 'front' ? 'Front' : 'Rear'}
          weighedKg={massKg[axle]}
          loadKg={load.axleKg[axle]}
          mostKg={mostKg}
          say={say}
          limits={[
            { label: 'axle rating', kg: ratingsKg[axle], dash: '0' },
            { label: 'two tires', kg: load.capacityKg[axle].tires, dash: '6 3' },
            { label: 'two wheels', kg: load.capacityKg[axle].wheels, dash: '2 3' },
          ]}
        />
      ))}
      <p>
        Together <b className="font-semibold">{say(load.grossKg)}</b>
        {ratingsKg.gross === undefined
          ? '; the gross rating is not known'
          : ` of ${say(ratingsKg.gross)} gross`}
        .
      </p>
      {load.hiddenBySum && (
        <p className="font-medium" data-testid="hidden-by-sum">
          ◐ <Said words={load.hiddenBySum} />
        </p>
      )}
    </div>
  );
}
