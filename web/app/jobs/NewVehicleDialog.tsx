import { useEffect, useRef, useState } from 'react';
import type { Fault } from '../../../core/format/fields';
import { show, withUnit, type Quantity, type UnitSystem } from '../../../core/units/quantity';
import { refusalText } from '../../../core/wording';
import { readBoltCircle } from '../../../core/wheel/boltCircle';
import { SheetDialog } from '../../ui/Dialog';
import { send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import {
  CUT_FIELDS,
  FROM_PLATFORM,
  typedValue,
  VEHICLE_CHOICES,
  VEHICLE_FIELDS,
  type VehicleField,
} from './vehicleFields';

/** A body that the shop has measured, and on how many vehicles. */
export type KnownPlatform = { platform: string; vehicles: number };

const ALL = [...VEHICLE_FIELDS, ...CUT_FIELDS];
const startOf = ({ start, as }: VehicleField, units: UnitSystem): string =>
  typeof start === 'number' ? show(start, as as Quantity, units) : start;

function Input({
  field,
  units,
  text,
  fault,
  set,
  first,
}: {
  field: VehicleField;
  units: UnitSystem;
  text: string;
  fault: string | undefined;
  set: (text: string) => void;
  first: boolean;
}) {
  const { key, label, hint, placeholder, as, columns } = field;
  const start = startOf(field, units);
  const estimate = start !== '' && text === start;
  const under = [estimate && 'usual, an estimate', hint].filter(Boolean).join('; ');
  return (
    <label className={`block ${columns === 3 ? 'sm:col-span-3' : 'sm:col-span-2'} col-span-6`}>
      <span className="caption block">
        {as === 'text' || as === 'number' || as === 'circle' ? label : withUnit(label, as, units)}
      </span>
      <input
        className={`field-box ${estimate ? 'text-graphite italic' : ''}`}
        name={key}
        autoComplete="off"
        placeholder={placeholder}
        value={text}
        {...(first ? { 'data-first': '' } : {})}
        aria-invalid={fault !== undefined}
        onFocus={(event) => estimate && event.currentTarget.select()}
        onChange={(event) => set(event.target.value)}
      />
      {under && <span className="text-graphite block text-[0.8rem] leading-tight">{under}</span>}
      {fault && (
        <span role="alert" className="block text-sm font-medium">
          ▲ {refusalText(fault, units)}
        </span>
      )}
    </label>
  );
}

/** The few figures that a vehicle can be begun from; what is not asked is estimated until it is measured. */
export function NewVehicleDialog({
  platforms,
  units,
  close,
}: {
  units: UnitSystem;
  platforms: readonly KnownPlatform[];
  close: () => void;
}) {
  const form = useRef<HTMLFormElement>(null);
  const [from, setFrom] = useState('');
  const own = from === '';
  const fields = own ? VEHICLE_FIELDS : VEHICLE_FIELDS.filter(({ key }) => FROM_PLATFORM.has(key));
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    Object.fromEntries([
      ...ALL.map((field) => [field.key, startOf(field, units)] as const),
      ...VEHICLE_CHOICES.map(([key, , options]) => [key, options[0][0]] as const),
    ]),
  );
  const [faults, setFaults] = useState<Fault[]>([]);
  const set = (key: string, text: string): void => setTyped({ ...typed, [key]: text });
  // To the first fault, as soon as it stands beside its field.
  useEffect(() => {
    if (faults.length > 0) form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [faults]);
  const begin = async (): Promise<void> => {
    const circle = readBoltCircle(typed['circle'] ?? '');
    if (own && !circle.ok) {
      setFaults([{ path: 'circle', message: circle.message }]);
      return;
    }
    const value = (field: VehicleField): unknown => typedValue(field, typed[field.key] ?? '', units);
    const values = Object.fromEntries(VEHICLE_FIELDS.map((field) => [field.key, value(field)]));
    const { title, customer, platform, circle: _circle, ...vehicle } = values;
    const head = { title, ...(customer === '' ? {} : { customer }) };
    const answer = await send<{ jobId: number }>(
      'POST',
      '/api/jobs',
      own && circle.ok
        ? {
            ...head,
            ...(platform === '' ? {} : { platform }),
            vehicle: {
              ...vehicle,
              ...circle.value,
              ...Object.fromEntries(VEHICLE_CHOICES.map(([key]) => [key, typed[key]])),
              mayCutMm: Object.fromEntries(
                CUT_FIELDS.map((field) => [field.key.replace('mayCutMm.', ''), value(field)]),
              ),
            },
          }
        : { ...head, fromPlatform: from, label: vehicle['label'] },
    );
    if (answer.kind === 'ok') location.href = `/jobs/${answer.value.jobId}`;
    else if (answer.kind === 'unreachable')
      setFaults([{ path: '', message: 'No connection: nothing was begun. Try again when it is back.' }]);
    else setFaults(answer.faults.length > 0 ? answer.faults : [{ path: '', message: answer.message }]);
  };
  const faultOf = (key: string): string | undefined =>
    faults.find(({ path }) => path === key || path.endsWith(`.${key}`))?.message;
  const shown = [...fields, ...(own ? CUT_FIELDS : [])].map(({ key }) => key);
  const others = faults.filter(({ path }) => !shown.some((key) => path === key || path.endsWith(`.${key}`)));
  const inputOf = (field: VehicleField) => (
    <Input
      key={field.key}
      field={field}
      units={units}
      text={typed[field.key] ?? ''}
      fault={faultOf(field.key)}
      set={(text) => set(field.key, text)}
      first={field.key === 'title'}
    />
  );
  return (
    <SheetDialog title="A new vehicle to measure" close={close}>
      <form
        ref={form}
        className="grid grid-cols-6 gap-x-4 gap-y-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        {platforms.length > 0 && (
          <label className="col-span-6 block">
            <span className="caption block">Begin from</span>
            <select
              className="field-box"
              name="from"
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            >
              <option value="">its own figures: a body that was not measured here</option>
              {platforms.map(({ platform, vehicles }) => (
                <option key={platform} value={platform}>
                  what is known of {platform}, from {vehicles} measured
                </option>
              ))}
            </select>
          </label>
        )}
        {fields.map(inputOf)}
        {(own ? VEHICLE_CHOICES : []).map(([key, label, options]) => (
          <label key={key} className="col-span-6 block sm:col-span-2">
            <span className="caption block">{label}</span>
            <select
              className="field-box"
              name={key}
              value={typed[key]}
              onChange={(event) => set(key, event.target.value)}
            >
              {options.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        ))}
        {own && (
          <fieldset className="col-span-6">
            <legend className="caption">May be cut or tucked away, by material; 0 is never</legend>
            <div className="grid grid-cols-8 gap-x-4">{CUT_FIELDS.map(inputOf)}</div>
          </fieldset>
        )}
        <p className="text-graphite col-span-6 text-[0.9rem] leading-tight">
          {own
            ? 'Steering, travel and everything in the wells begin as usual figures, marked as estimated. Next comes the tape round, which says how to prepare and asks for them one by one.'
            : 'Its wells begin as the pooled ones of its body, each with how far the next vehicle may differ, and marked as not measured here. Weights, tire and wheel are those of the newest of them: put them right first.'}
        </p>
        {others.map(({ path, message }) => (
          <p key={path} role="alert" className="col-span-6 font-medium">
            ▲ {path} {message}
          </p>
        ))}
        <Button type="submit" className="col-span-2 justify-self-start">
          Begin
        </Button>
      </form>
    </SheetDialog>
  );
}
