import { useStore } from '@nanostores/react';
import { $units } from '../../state/store';
import { show, showRounded } from '../../../core/units/quantity';
import { memo } from 'react';
import type { Tire } from '../../../core/format/build';
import { readTireCode } from '../../../core/tire/code';
import { explainTireCode } from '../../../core/tire/explain';
import { nominalSize, tireSize } from '../../../core/tire/size';
import { readPairs, showPairs } from '../../../core/units/list';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { changeStage, setStage } from '../../state/edits';
import type { Edited } from '../../state/store';
import { Picker, type Pick } from './Picker';

type Props = {
  tire: Tire;
  rimWidthIn: number;
  locked: boolean;
  catalog: readonly Pick<Tire>[];
  openCatalog: () => void;
};

/** A code typed by hand drops what another tire's sheet said: those figures were not this tire's. */
function typeCode(code: string, before: Tire): Edited {
  const read = readTireCode(code);
  if (read.ok && readTireCode(before.code).ok) {
    const { pattern } = before;
    if (nominalSize(read.value).diameterMm !== undefined)
      return changeStage([{ path: '/package/tire', to: { code, pattern } }]);
  }
  return setStage('/package/tire/code', code);
}

/** One end of the approved rims; the first one that is entered stands for both until the other is known. */
function setApprovedRim(range: Tire['approvedRimIn'], end: number, inches: number | undefined): Edited {
  if (inches === undefined) return setStage('/package/tire/approvedRimIn', undefined);
  const [low, high] = range ?? [inches, inches];
  return setStage(
    '/package/tire/approvedRimIn',
    end === 0 ? [inches, Math.max(inches, high)] : [Math.min(inches, low), inches],
  );
}

/** The maker's table of loads; an empty one is taken out. */
function typeLoadTable(text: string): Edited {
  const read = readPairs(text);
  if (!read.ok)
    return {
      ok: false,
      faults: [{ path: 'package.tire.loadTable', message: `Load table: ${read.message}` }],
    };
  return setStage('/package/tire/loadTable', read.value.length > 0 ? read.value : undefined);
}

export const TirePanel = memo(function TirePanel({ tire, rimWidthIn, locked, catalog, openCatalog }: Props) {
  const units = useStore($units);
  const size = tireSize(tire, rimWidthIn);
  /** What an empty field stands for, to the whole mm or the sixteenth. */
  const about = (mm: number): string =>
    `≈ ${show(units === 'metric' ? Math.round(mm) : mm, 'length', units)}`;
  const code = readTireCode(tire.code);
  const set = (key: string) => (value: number | undefined) => setStage(`/package/tire/${key}`, value);
  const field = { quantity: 'length', disabled: locked } as const;
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-lg font-semibold">Tire</h3>
      <TextField
        label="Sidewall code, as it is written"
        path="package.tire.code"
        value={tire.code}
        take={(text) => typeCode(text, tire)}
        disabled={locked}
        className="text-[1.25rem]"
      />
      <Picker
        label="or from the catalog"
        picks={catalog}
        choose={(item) => setStage('/package/tire', item)}
        disabled={locked}
        onOpen={openCatalog}
      />
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        <NumberField
          {...field}
          label="Overall diameter"
          path="package.tire.overallDiameterMm"
          value={tire.overallDiameterMm}
          empty={about(size.overallDiameterMm)}
          take={set('overallDiameterMm')}
        />
        <NumberField
          {...field}
          label="Section width"
          path="package.tire.sectionWidthMm"
          value={tire.sectionWidthMm}
          empty={about(code.ok ? nominalSize(code.value).sectionMm : 0)}
          take={set('sectionWidthMm')}
        />
        <Choice
          label="Pattern"
          value={tire.pattern}
          options={[
            ['road', 'road'],
            ['all-terrain', 'all-terrain'],
            ['mud', 'mud'],
          ]}
          choose={(pattern) => void setStage('/package/tire/pattern', pattern)}
          disabled={locked}
        />
        <NumberField
          label="Mass"
          quantity="mass"
          path="package.tire.massKg"
          value={tire.massKg}
          empty="not known"
          take={set('massKg')}
          disabled={locked}
        />
      </div>
      <p className="text-graphite text-[0.85rem]">
        Diameter from the{' '}
        {size.source.diameter === 'maker' ? 'sheet (entered)' : 'code (nominal: up to 3 % off)'}, width from
        the {size.source.width === 'maker' ? 'sheet (entered)' : 'code'};{' '}
        {showRounded(size.sectionWidthMm, 'length', units)} wide on this {rimWidthIn} in rim.
      </p>
      <details>
        <summary className="caption">The rest of the maker’s sheet</summary>
        <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1.5">
          <Field
            path="package.tire.treadWidthMm"
            value={tire.treadWidthMm}
            empty={about(size.treadWidthMm)}
            disabled={locked}
          />
          <Field path="package.tire.measuringRimIn" value={tire.measuringRimIn} disabled={locked} />
          {(['Narrowest rim', 'Widest rim'] as const).map((label, end) => (
            <NumberField
              key={label}
              label={label}
              quantity="rim"
              path={`package.tire.approvedRimIn.${end}`}
              value={tire.approvedRimIn?.[end]}
              empty="not known"
              take={(inches) => setApprovedRim(tire.approvedRimIn, end, inches)}
              disabled={locked}
            />
          ))}
          <Field
            path="package.tire.revsPerKm"
            value={tire.revsPerKm}
            empty={`≈ ${show(size.revsPerKm, 'turns', units)}`}
            disabled={locked}
          />
          <Field path="package.tire.maxPressureKpa" value={tire.maxPressureKpa} disabled={locked} />
          <div className="col-span-2">
            <TextField
              label="Maker’s load table, kPa:kg, as 200:820 250:960"
              path="package.tire.loadTable"
              value={showPairs(tire.loadTable ?? [])}
              take={typeLoadTable}
              disabled={locked}
            />
          </div>
        </div>
      </details>
      {code.ok && (
        <details>
          <summary className="caption">What the code says, part by part</summary>
          <dl className="mt-1 text-[0.9rem]">
            {explainTireCode(code.value).map(({ part, means, warning }) => (
              <div key={part + means} className="border-line border-b py-1">
                <dt className="mr-2 inline font-semibold">{part}</dt>
                <dd className="inline">
                  {means} {warning && <em className="text-graphite not-italic">▲ {warning}</em>}
                </dd>
              </div>
            ))}
          </dl>
        </details>
      )}
    </div>
  );
});
