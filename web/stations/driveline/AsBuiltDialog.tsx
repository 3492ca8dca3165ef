import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { withUnit } from '../../../core/units/quantity';
import { refusalText } from '../../../core/wording';
import { AXLES } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Fault } from '../../../core/format/fields';
import type { Json } from '../../../core/history/diff';
import { SheetDialog } from '../../ui/Dialog';
import { $units, editVehicle } from '../../state/store';
import { axleOf, powertrainOf, QUANTITY_OF, typedAxle, typedPowertrain, type Typed } from './asBuilt';
import { STEEL_MPA } from '../../../core/format/steel';
import { Button } from '../../ui/Button';

type Column = readonly [key: string, words: string, options?: readonly string[]];

const POWERTRAIN: readonly Column[] = [
  ['kind', 'Driven by', ['engine', 'electric']],
  ['transmission', 'Transmission', ['manual', 'automatic', 'single-speed']],
  ['gears', 'Gears, first to top'],
  ['lowRange', 'Low range (1 if none)'],
  ['torqueCurve', 'Torque, rpm:'],
  ['idleRpm', 'Idle rpm'],
  ['redlineRpm', 'Red line rpm'],
  ['stallTorqueRatio', 'Converter, stall torque ratio'],
  ['efficiency', 'Efficiency (0.85 if empty)'],
  ['dragAreaM2', 'Drag area (by kind if empty)'],
];
const AXLE: readonly Column[] = [
  ['driven', 'Driven', ['yes', 'no']],
  ['ratios', 'Ratios it takes'],
  ['ringGearMm', 'Ring gear'],
  ['pinionTeeth', 'Pinion teeth, ratio:teeth'],
  ['gearCut', 'Gears cut', ['', 'standard', 'reverse']],
  ['pinionJointPeakNm', 'Pinion joint’s peak'],
  ['outputPeakNm', 'Maker’s peak'],
  ['steel', 'Shaft steel', ['', ...Object.keys(STEEL_MPA)]],
  ['splines', 'Shaft splines (24/48)'],
  ['diameterMm', 'or shaft neck'],
  ['jointKind', 'Outer joint', ['', 'universal', 'cv']],
  ['jointPeakNm', 'Joint’s peak'],
  ['differential', 'Differential', ['open', 'limited', 'locker']],
  ['torqueBias', 'Limited-slip’s torque bias (2.5 if empty)'],
  ['differentialPeakNm', 'Differential gears’ peak'],
  ['bearingKind', 'Hub bearing', ['', 'roller', 'ball']],
  ['bearingInboardMm', 'Bearing inboard of hub face'],
];

/** What drives the vehicle as it was built: entered from data sheets, tags and a caliper. Unknown stays empty. */
export function AsBuiltDialog({ vehicle, close }: { vehicle: Vehicle; close: () => void }) {
  const units = useStore($units);
  const [powertrain, setPowertrain] = useState(() => typedPowertrain(vehicle.powertrain, units));
  const [axles, setAxles] = useState(() => ({
    front: typedAxle(vehicle.axles?.front, units),
    rear: typedAxle(vehicle.axles?.rear, units),
  }));
  const [faults, setFaults] = useState<Fault[]>([]);
  const store = (): void => {
    const built = powertrainOf(powertrain, units);
    const [front, rear] = AXLES.map((axle) => axleOf(axles[axle], axle, units));
    if (!front || !rear) return;
    const typed = [built, front, rear].flatMap((one) => one.faults);
    if (typed.length > 0) {
      setFaults(typed);
      return;
    }
    const edited = editVehicle(
      (now) =>
        ({
          ...now,
          powertrain: built.value as Json,
          axles: { front: front.value as Json, rear: rear.value as Json },
        }) as unknown as typeof now,
    );
    if (edited.ok) close();
    else setFaults(edited.faults);
  };
  return (
    <SheetDialog title="Powertrain and axles, as built" close={close} wide>
      <p className="text-graphite mb-2">
        From data sheets, the tags on the carriers and a caliper. Leave empty what is not known: it stays
        unknown and is never guessed to a pass.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          store();
        }}
      >
        <div className="grid grid-cols-3 gap-x-6">
          <Group title="Powertrain" columns={POWERTRAIN} typed={powertrain} put={setPowertrain} />
          {AXLES.map((axle) => (
            <Group
              key={axle}
              title={axle === 'front' ? 'Front axle' : 'Rear axle'}
              columns={AXLE}
              typed={axles[axle]}
              put={(next) => setAxles({ ...axles, [axle]: next })}
            />
          ))}
        </div>
        {faults.length > 0 && (
          <ul role="alert" className="mt-2 font-medium">
            {faults.slice(0, 5).map(({ path, message }) => (
              <li key={path}>
                ▲ {path} {refusalText(message, units)}
              </li>
            ))}
          </ul>
        )}
        <div className="mt-2 flex justify-end">
          <Button type="submit" className="font-semibold">
            Store
          </Button>
        </div>
      </form>
    </SheetDialog>
  );
}

function Group({
  title,
  columns,
  typed,
  put,
}: {
  title: string;
  columns: readonly Column[];
  typed: Typed;
  put: (next: Typed) => void;
}) {
  const units = useStore($units);
  return (
    <fieldset>
      <legend className="font-semibold">{title}</legend>
      {columns.map(([key, name, options]) => {
        const of = QUANTITY_OF[key];
        const words = of === undefined ? name : withUnit(name, of, units).replace(':, ', ':');
        const label = `${title}: ${words}`;
        const value = typed[key] ?? '';
        const change = (next: string): void => put({ ...typed, [key]: next });
        return (
          <label key={key} className="caption mt-1 block">
            {words}
            {options ? (
              <select
                className="field-box text-ink text-base"
                aria-label={label}
                value={value}
                onChange={(event) => change(event.target.value)}
              >
                {options.map((one) => (
                  <option key={one} value={one}>
                    {one === '' ? 'not known' : one}
                  </option>
                ))}
              </select>
            ) : (
              <input
                className="field-box text-ink text-base"
                aria-label={label}
                autoComplete="off"
                value={value}
                onChange={(event) => change(event.target.value)}
              />
            )}
          </label>
        );
      })}
    </fieldset>
  );
}
