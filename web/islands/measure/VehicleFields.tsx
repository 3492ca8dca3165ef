import type { Vehicle } from '../../../core/build';
import { boltCircleWords, readBoltCircle } from '../../../core/wheel/boltCircle';
import type { Quantity } from '../../../core/units/quantity';
import { Choice } from '../controls/choices';
import { NumberField } from '../controls/NumberField';
import { TextField } from '../controls/TextField';
import { setVehicle } from '../sheet/edits';
import { editVehicle, type Edited } from '../sheet/store';

function typeHubCircle(text: string): Edited {
  const read = readBoltCircle(text);
  if (!read.ok) return { ok: false, faults: [{ path: 'vehicle.hub.pcdMm', message: read.message }] };
  return editVehicle((vehicle) => ({ ...vehicle, hub: { ...vehicle.hub, ...read.value } }));
}

/** What the placard, the scale and the tape say about the whole vehicle. */
export function VehicleFields({ vehicle }: { vehicle: Vehicle }) {
  const number = (
    label: string,
    path: string,
    value: number | undefined,
    quantity: Quantity,
    empty?: string,
  ) => (
    <NumberField
      label={label}
      path={`vehicle.${path}`}
      quantity={quantity}
      value={value}
      take={(next) => setVehicle(`/${path.replaceAll('.', '/')}`, next)}
      {...(empty === undefined ? {} : { empty })}
    />
  );
  return (
    <div>
      <h3 className="mb-1 text-lg font-semibold">Vehicle</h3>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        <TextField
          label="Name"
          path="vehicle.label"
          value={vehicle.label}
          take={(text) => setVehicle('/label', text)}
        />
        <Choice
          label="Kind"
          value={vehicle.kind}
          options={[
            ['truck', 'truck'],
            ['van', 'van'],
            ['suv', 'SUV'],
          ]}
          choose={(kind) => void setVehicle('/kind', kind)}
        />
        {number('Wheelbase', 'wheelbaseMm', vehicle.wheelbaseMm, 'length')}
        {number('Track, front', 'trackMm.front', vehicle.trackMm.front, 'length')}
        {number('Axle load, front', 'massKg.front', vehicle.massKg.front, 'mass')}
        {number('Axle load, rear', 'massKg.rear', vehicle.massKg.rear, 'mass')}
        <TextField
          label="Hub bolt circle"
          path="vehicle.hub.pcdMm"
          value={boltCircleWords(vehicle.hub.studs, vehicle.hub.pcdMm)}
          take={typeHubCircle}
        />
        {number('Hub bore', 'hub.boreMm', vehicle.hub.boreMm, 'length')}
        {number('Smallest rim over brakes', 'minRimIn', vehicle.minRimIn, 'rim')}
        {number('Speedometer over-reads %', 'stockOverreadPct', vehicle.stockOverreadPct, 'plain')}
      </div>
    </div>
  );
}
