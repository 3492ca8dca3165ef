import { useState } from 'react';
import type { Fault } from '../../../core/format/fields';
import { readQuantity, show, withUnit, type Quantity, type UnitSystem } from '../../../core/units/quantity';
import { refusalText } from '../../../core/wording';
import { readBoltCircle } from '../../../core/wheel/boltCircle';
import { SheetDialog } from '../../ui/Dialog';
import { send } from '../../state/apiClient';
import { Button } from '../../ui/Button';

type Field = {
  key: string;
  label: string;
  /** What stands there first: as typed, or a figure as it is stored. */
  start: string | number;
  hint?: string;
  as: 'text' | 'number' | 'circle' | Quantity;
};

const FIELDS: readonly Field[] = [
  { key: 'title', label: 'What the job is', start: '', as: 'text' },
  { key: 'customer', label: 'Customer', start: '', hint: 'may be left empty', as: 'text' },
  { key: 'label', label: 'Vehicle', start: '', as: 'text' },
  { key: 'platform', label: 'Which body it is', start: '', hint: 'may be left empty', as: 'text' },
  { key: 'tireCode', label: 'Tire on it, as its sidewall says', start: '', as: 'text' },
  { key: 'rimWidthIn', label: 'Wheel width, in', start: '7', as: 'number' },
  { key: 'offsetMm', label: 'Wheel offset', start: 30, as: 'length' },
  { key: 'circle', label: 'Bolt circle', start: '6 × 139.7', as: 'circle' },
  { key: 'boreMm', label: 'Hub bore', start: 106.1, as: 'length' },
  { key: 'wheelbaseMm', label: 'Wheelbase', start: '', as: 'length' },
  { key: 'trackMm', label: 'Track', start: '', as: 'length' },
  { key: 'massFrontKg', label: 'Front axle as weighed', start: '', as: 'mass' },
  { key: 'massRearKg', label: 'Rear axle as weighed', start: '', as: 'mass' },
];

const CHOICES = [
  [
    'kind',
    'Kind',
    [
      ['truck', 'truck'],
      ['van', 'van'],
      ['suv', 'SUV'],
    ],
  ],
  [
    'axle',
    'Front axle',
    [
      ['independent', 'independent'],
      ['solid', 'solid axle'],
    ],
  ],
  [
    'shape',
    'Wells look',
    [
      ['round', 'round'],
      ['squared', 'squared'],
      ['closing', 'closing in below the hub'],
      ['flat-topped', 'flat-topped'],
    ],
  ],
] as const;

/** A body that the shop has measured, and on how many vehicles. */
export type KnownPlatform = { platform: string; vehicles: number };
/** What is still asked where all else comes from the platform. */
const FROM_PLATFORM: ReadonlySet<string> = new Set(['title', 'customer', 'label']);

/** A typed field as the endpoint takes it; text that cannot be read goes as it is and is refused there by name. */
function valueOf({ as }: Field, text: string, units: UnitSystem): unknown {
  if (as === 'text' || as === 'circle') return text.trim();
  if (as !== 'number') {
    const read = readQuantity(text, as, units);
    return read.ok ? read.value : text;
  }
  const number = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(number) ? number : text;
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
  const [from, setFrom] = useState('');
  const fields = from === '' ? FIELDS : FIELDS.filter(({ key }) => FROM_PLATFORM.has(key));
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    Object.fromEntries([
      ...FIELDS.map(
        ({ key, start, as }) =>
          [key, typeof start === 'number' ? show(start, as as Quantity, units) : start] as const,
      ),
      ...CHOICES.map(([key, , options]) => [key, options[0][0]] as const),
    ]),
  );
  const [faults, setFaults] = useState<Fault[]>([]);
  const set = (key: string, text: string): void => setTyped({ ...typed, [key]: text });
  const begin = async (): Promise<void> => {
    const circle = readBoltCircle(typed['circle'] ?? '');
    if (!circle.ok) {
      setFaults([{ path: 'circle', message: circle.message }]);
      return;
    }
    const values = Object.fromEntries(
      FIELDS.map((field) => [field.key, valueOf(field, typed[field.key] ?? '', units)]),
    );
    const { title, customer, platform, circle: _circle, ...vehicle } = values;
    const head = { title, ...(customer === '' ? {} : { customer }) };
    const answer = await send<{ jobId: number }>(
      'POST',
      '/api/jobs',
      from === ''
        ? {
            ...head,
            ...(platform === '' ? {} : { platform }),
            vehicle: {
              ...vehicle,
              ...circle.value,
              kind: typed['kind'],
              axle: typed['axle'],
              shape: typed['shape'],
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
    faults.find(({ path }) => path.split('.').at(-1) === key)?.message;
  const shown = new Set(fields.map(({ key }) => key));
  const others = faults.filter(({ path }) => !shown.has(path.split('.').at(-1) ?? ''));
  return (
    <SheetDialog title="A new vehicle to measure" close={close}>
      <form
        className="grid grid-cols-2 gap-x-4 gap-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        {platforms.length > 0 && (
          <label className="col-span-2 block">
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
        {fields.map(({ key, label, hint, as }) => (
          <label key={key} className="block">
            <span className="caption block">
              {as === 'text' || as === 'number' || as === 'circle' ? label : withUnit(label, as, units)}
            </span>
            <input
              className="field-box"
              name={key}
              autoComplete="off"
              placeholder={hint}
              value={typed[key] ?? ''}
              aria-invalid={faultOf(key) !== undefined}
              onChange={(event) => set(key, event.target.value)}
            />
            {faultOf(key) && (
              <span role="alert" className="block text-sm font-medium">
                ▲ {refusalText(faultOf(key) ?? '', units)}
              </span>
            )}
          </label>
        ))}
        {(from === '' ? CHOICES : []).map(([key, label, options]) => (
          <label key={key} className="block">
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
        <p className="text-graphite col-span-2">
          {from === ''
            ? 'Steering, travel and everything in the wells begin as usual figures, marked as estimated. Measure them next.'
            : 'Its wells begin as the pooled ones of its body, each with how far the next vehicle may differ, and marked as not measured here. Weights, tire and wheel are those of the newest of them: put them right first.'}
        </p>
        {others.map(({ path, message }) => (
          <p key={path} role="alert" className="col-span-2 font-medium">
            ▲ {path} {message}
          </p>
        ))}
        <Button type="submit" className="justify-self-start">
          Begin
        </Button>
      </form>
    </SheetDialog>
  );
}
