import { useStore } from '@nanostores/react';
import { useMemo } from 'react';
import { elevationOf } from '../../../core/vehicle/elevation';
import { ElevationDrawing } from '../../drawings/ElevationDrawing';
import { BelowFold } from '../../ui/BelowFold';
import type { Build } from '../../../core/format/build';
import { Field } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { setStage } from '../../state/edits';
import { $assessment, $units } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { ChangeTable } from './ChangeTable';
import { CheckList } from './CheckList';
import { EnvelopePanel } from './EnvelopePanel';
import { LiftPanel } from './LiftPanel';
import { PartsPanel } from './PartsPanel';
import { TirePanel } from './TirePanel';
import { useCatalog } from './useCatalog';
import { WheelPanel } from './WheelPanel';
import { dialSaidOnce } from '../../../core/driveline/speedometer';

/** Tire, wheel, spacer and lift of the stage, and what changes against as delivered. */
export function PackageStation({ build }: { build: Build }) {
  const judged = useStore($assessment);
  const catalog = useCatalog();
  const locked = useLocked();
  const units = useStore($units);
  const elevation = useMemo(() => elevationOf(build), [build]);
  return (
    <section id="package" aria-labelledby="package-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-6">
        <h2 id="package-title" tabIndex={-1} className="station-title">
          Package
        </h2>
        {locked ? (
          <p className="pb-0.5">
            As delivered follows the vehicle. To plan a change, add a stage: it starts as a copy of this one.
          </p>
        ) : (
          <div className="flex flex-wrap items-end gap-4">
            <div className="w-72">
              <TextField
                hideLabel
                label="Name of this stage"
                path="package.label"
                value={build.package.label}
                take={(text) => setStage('/package/label', text)}
              />
            </div>
            <div className="flex w-60 items-center gap-2">
              <span className="caption whitespace-nowrap" aria-hidden>
                Axle ratio
              </span>
              <Field
                hideLabel
                path="package.axleRatio"
                value={build.package.axleRatio}
                step={0.1}
                empty={`${build.vehicle.stock.axleRatio} as delivered`}
              />
            </div>
          </div>
        )}
      </div>
      <div className="grid grid-cols-1 gap-x-6 gap-y-4 md:grid-cols-2 print:grid-cols-2 xl:grid-cols-[0.9fr_0.95fr_1.15fr_1.15fr]">
        <TirePanel
          tire={build.package.tire}
          rimWidthIn={build.package.wheel.widthIn}
          locked={locked}
          catalog={catalog.tires}
          openCatalog={catalog.open}
        />
        <WheelPanel build={build} locked={locked} catalog={catalog.wheels} openCatalog={catalog.open} />
        <LiftPanel
          lift={build.package.lift}
          sagMm={build.package.sagMm}
          {...(build.package.lockStopDeg === undefined ? {} : { lockStopDeg: build.package.lockStopDeg })}
          locked={locked}
        />
        <div className="flex flex-col gap-3">
          {judged && <ChangeTable build={judged.build} assessment={judged.assessment} />}
          {judged && (
            <CheckList
              checks={[
                ...judged.assessment.wheel.checks,
                ...judged.assessment.checks.filter(({ id }) => /^(ride-height|removed-|moved-)/.test(id)),
                ...dialSaidOnce(judged.assessment.speedometer.checks),
              ]}
            />
          )}
        </div>
      </div>
      <BelowFold minHeight="28rem">
        <h3 className="mt-3 mb-1 text-lg font-semibold">How it will stand</h3>
        <ElevationDrawing elevation={elevation} kind={build.vehicle.kind} units={units} />
        <PartsPanel build={build} locked={locked} />
        <EnvelopePanel build={build} assessment={judged?.assessment} locked={locked} />
      </BelowFold>
    </section>
  );
}
