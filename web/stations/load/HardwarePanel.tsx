import { SENSORS, SPACER_KINDS } from '../../../core/format/names';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { CheckList } from '../package/CheckList';
import { setStage, setVehicle } from '../../state/edits';

const UNKNOWN = 'unknown';
type Maybe<T extends string> = T | typeof UNKNOWN;

/** A choice that may be left open: open takes the key out of the file. */
function Open<T extends string>({
  label,
  value,
  options,
  put,
  disabled,
}: {
  label: string;
  value: T | undefined;
  options: readonly (readonly [T, string])[];
  put: (value: T | undefined) => void;
  disabled?: boolean;
}) {
  return (
    <Choice<Maybe<T>>
      label={label}
      value={value ?? UNKNOWN}
      options={[[UNKNOWN, 'not entered'], ...options]}
      choose={(next) => put(next === UNKNOWN ? undefined : next)}
      {...(disabled === undefined ? {} : { disabled })}
    />
  );
}

const YES_NO = [
  ['yes', 'yes'],
  ['no', 'no'],
] as const;
const yesNo = (value: boolean | undefined): 'yes' | 'no' | undefined =>
  value === undefined ? undefined : value ? 'yes' : 'no';
const truth = (value: 'yes' | 'no' | undefined): boolean | undefined =>
  value === undefined ? undefined : value === 'yes';

/** What holds the wheel on the hub and the air in the tire, each check with its cure. */
export function HardwarePanel({
  build,
  assessment,
  locked,
}: {
  build: Build;
  assessment: Assessment;
  locked: boolean;
}) {
  const { hub } = build.vehicle;
  const { wheel, spacerMm, spacerKind, centringRing, pressureSensor } = build.package;
  const base = { disabled: locked };
  return (
    <div className="mt-4" data-testid="hardware">
      <h3 className="text-lg font-semibold">Hardware: studs, seat, bore, valve</h3>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-x-8">
        <div className="grid grid-cols-3 content-start gap-x-3 gap-y-1.5">
          <Open
            label="Clips on the studs"
            value={yesNo(hub.clips)}
            options={YES_NO}
            put={(value) => void setVehicle('/hub/clips', truth(value))}
          />
          <Field path="vehicle.hub.studLengthMm" value={hub.studLengthMm} />
          <Field {...base} path="package.wheel.padMm" value={wheel.padMm} />
          <Open
            {...base}
            label={spacerMm > 0 ? 'Spacer' : 'Spacer (none)'}
            value={spacerKind}
            options={SPACER_KINDS.map((kind) => [kind, kind.replace('-', ' ')] as const)}
            put={(value) => void setStage('/package/spacerKind', value)}
          />
          <Open
            {...base}
            label="Wheel centred by"
            value={wheel.centredBy}
            options={[
              ['hub', 'hub'],
              ['nut', 'its nuts'],
            ]}
            put={(value) => void setStage('/package/wheel/centredBy', value)}
          />
          <Open
            {...base}
            label="Centring ring"
            value={yesNo(centringRing)}
            options={YES_NO}
            put={(value) => void setStage('/package/centringRing', truth(value))}
          />
          <Open
            {...base}
            label="Valve"
            value={wheel.valve}
            options={[
              ['rubber', 'rubber'],
              ['metal', 'metal'],
            ]}
            put={(value) => void setStage('/package/wheel/valve', value)}
          />
          <Field {...base} path="package.wheel.valveMaxKpa" value={wheel.valveMaxKpa} />
          <Open
            {...base}
            label="Pressure sensor"
            value={pressureSensor}
            options={SENSORS.map((kind) => [kind, kind === 'band' ? 'on a band' : kind] as const)}
            put={(value) => void setStage('/package/pressureSensor', value)}
          />
        </div>
        <CheckList checks={assessment.wheel.checks} />
      </div>
    </div>
  );
}
