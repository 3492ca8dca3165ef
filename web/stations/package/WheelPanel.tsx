import { SEATS } from '../../../core/format/names';
import { useStore } from '@nanostores/react';
import type { Build, Wheel } from '../../../core/format/build';
import { boltCircleWords, readBoltCircle } from '../../../core/wheel/boltCircle';
import { backspacingMm } from '../../../core/wheel/geometry';
import { OffsetDrawing } from '../../drawings/OffsetDrawing';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { changeStage, setBackspacing, setOffset, setStage } from '../../state/edits';
import { $units, type Edited } from '../../state/store';
import { Picker, type Pick } from './Picker';

type Props = { build: Build; locked: boolean; catalog: readonly Pick<Wheel>[]; openCatalog: () => void };

function typeBoltCircle(text: string): Edited {
  const read = readBoltCircle(text);
  if (!read.ok) return { ok: false, faults: [{ path: 'package.wheel.pcdMm', message: read.message }] };
  return changeStage([
    { path: '/package/wheel/studs', to: read.value.studs },
    { path: '/package/wheel/pcdMm', to: read.value.pcdMm },
  ]);
}

export function WheelPanel({ build, locked, catalog, openCatalog }: Props) {
  const units = useStore($units);
  const { wheel, spacerMm } = build.package;
  const back = wheel.backspacingMm ?? backspacingMm(wheel);
  const set = (key: string) => (value: number | undefined) => setStage(`/package/wheel/${key}`, value);
  const base = { disabled: locked };
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-lg font-semibold">Wheel</h3>
      <Picker
        label="From the catalog"
        picks={catalog}
        choose={(item) => setStage('/package/wheel', item)}
        disabled={locked}
        onOpen={openCatalog}
      />
      <div className="grid grid-cols-3 gap-x-3 gap-y-1.5">
        <NumberField
          {...base}
          label="Diameter"
          quantity="rim"
          path="package.wheel.diameterIn"
          value={wheel.diameterIn}
          take={set('diameterIn')}
        />
        <NumberField
          {...base}
          label="Width"
          quantity="rim"
          path="package.wheel.widthIn"
          value={wheel.widthIn}
          take={set('widthIn')}
        />
        <NumberField
          {...base}
          label="Spacer"
          quantity="length"
          path="package.spacerMm"
          value={spacerMm}
          take={(mm) => setStage('/package/spacerMm', mm)}
        />
      </div>
      <div className="grid grid-cols-2 gap-x-3">
        <NumberField
          {...base}
          label="Offset"
          quantity="length"
          path="package.wheel.offsetMm"
          value={wheel.offsetMm}
          take={(mm) => setOffset(build, mm ?? 0)}
          hint="more is further in"
        />
        <NumberField
          {...base}
          label="Backspacing"
          quantity="length"
          path="package.wheel.backspacingMm"
          value={back}
          take={(mm) => setBackspacing(build, mm ?? 0)}
        />
      </div>
      <OffsetDrawing
        widthIn={wheel.widthIn}
        offsetMm={wheel.offsetMm}
        spacerMm={spacerMm}
        backspacingMm={back}
        units={units}
      />
      <div className="grid grid-cols-[1.7fr_1fr] gap-x-3 gap-y-1.5">
        <TextField
          label="Bolt circle"
          path="package.wheel.pcdMm"
          value={boltCircleWords(wheel.studs, wheel.pcdMm)}
          take={typeBoltCircle}
          disabled={locked}
        />
        <NumberField
          {...base}
          label="Bore"
          quantity="length"
          path="package.wheel.boreMm"
          value={wheel.boreMm}
          take={set('boreMm')}
        />
      </div>
      <details>
        <summary className="caption">Seat, rating, mass, material</summary>
        <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1.5">
          <Choice
            label="Nut seat"
            value={wheel.seat}
            options={SEATS.map((seat) => [seat, seat] as const)}
            choose={(seat) => void setStage('/package/wheel/seat', seat)}
            disabled={locked}
          />
          <Choice
            label="Material"
            value={wheel.material}
            options={[
              ['steel', 'steel'],
              ['aluminium', 'aluminium'],
            ]}
            choose={(material) => void setStage('/package/wheel/material', material)}
            disabled={locked}
          />
          <Field path="package.wheel.loadRatingKg" value={wheel.loadRatingKg} disabled={locked} />
          <Field path="package.wheel.massKg" value={wheel.massKg} disabled={locked} />
        </div>
      </details>
    </div>
  );
}
