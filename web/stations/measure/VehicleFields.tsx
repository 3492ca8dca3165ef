import { AXLES, SEATS } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import { boltCircleWords, readBoltCircle } from '../../../core/wheel/boltCircle';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { setVehicle } from '../../state/edits';
import { editVehicle, type Edited } from '../../state/store';

function typeHubCircle(text: string): Edited {
  const read = readBoltCircle(text);
  if (!read.ok) return { ok: false, faults: [{ path: 'vehicle.hub.pcdMm', message: read.message }] };
  return editVehicle((vehicle) => ({ ...vehicle, hub: { ...vehicle.hub, ...read.value } }));
}

/** Another stock tire drops what the former one's sheet said. */
const typeStockTire = (code: string, pattern: Vehicle['stock']['tire']['pattern']): Edited =>
  setVehicle('/stock/tire', { code, pattern });

const GRID = 'grid grid-cols-2 gap-x-3 gap-y-1.5';

/** What the placard, the scale and the tape say about the whole vehicle. */
export function VehicleFields({ vehicle }: { vehicle: Vehicle }) {
  return (
    <div>
      <h3 className="mb-1 text-lg font-semibold">Vehicle</h3>
      <div className={GRID}>
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
        <Field path="vehicle.wheelbaseMm" value={vehicle.wheelbaseMm} />
        <TextField
          label="Hub bolt circle"
          path="vehicle.hub.pcdMm"
          value={boltCircleWords(vehicle.hub.studs, vehicle.hub.pcdMm)}
          take={typeHubCircle}
        />
        <Field path="vehicle.trackMm.front" value={vehicle.trackMm.front} />
        <Field path="vehicle.trackMm.rear" value={vehicle.trackMm.rear} />
        <Field path="vehicle.hub.boreMm" value={vehicle.hub.boreMm} />
        <Field path="vehicle.minRimIn" value={vehicle.minRimIn} />
      </div>
      <More vehicle={vehicle} />
    </div>
  );
}

/** Stock tire and wheel, hub hardware, loads and ratings, speedometer. */
function More({ vehicle }: { vehicle: Vehicle }) {
  const { stock, hub, massKg, ratingsKg } = vehicle;
  const { wheel } = stock;
  return (
    <details className="mt-1">
      <summary className="caption py-1">As delivered, hub, loads, speedometer</summary>
      <div className={GRID}>
        <TextField
          label="Stock tire"
          path="vehicle.stock.tire.code"
          value={stock.tire.code}
          take={(code) => typeStockTire(code, stock.tire.pattern)}
        />
        <Field
          label="Stock tire diameter"
          path="vehicle.stock.tire.overallDiameterMm"
          value={stock.tire.overallDiameterMm}
          empty="from the code"
        />
        <Field label="Stock wheel diameter" path="vehicle.stock.wheel.diameterIn" value={wheel.diameterIn} />
        <Field label="Stock wheel width" path="vehicle.stock.wheel.widthIn" value={wheel.widthIn} />
        <Field label="Stock offset" path="vehicle.stock.wheel.offsetMm" value={wheel.offsetMm} />
        <Field path="vehicle.stock.axleRatio" value={stock.axleRatio} step={0.1} />
        <Choice
          label="Nut seat"
          value={hub.seat}
          options={SEATS.map((seat) => [seat, seat] as const)}
          choose={(seat) => void setVehicle('/hub/seat', seat)}
        />
        <TextField
          label="Stud thread"
          path="vehicle.hub.thread"
          value={hub.thread ?? ''}
          take={(text) => setVehicle('/hub/thread', text || undefined)}
        />
        <Field path="vehicle.hub.studLengthMm" value={hub.studLengthMm} />
        <Field path="vehicle.cgHeightMm" value={vehicle.cgHeightMm} />
        <Field path="vehicle.massKg.front" value={massKg.front} />
        <Field path="vehicle.massKg.rear" value={massKg.rear} />
        <Field path="vehicle.ratingsKg.front" value={ratingsKg.front} />
        <Field path="vehicle.ratingsKg.rear" value={ratingsKg.rear} />
        <Field path="vehicle.ratingsKg.gross" value={ratingsKg.gross} />
        {AXLES.map((axle) => (
          <Field
            key={axle}
            path={`vehicle.placardKpa.${axle}`}
            value={vehicle.placardKpa?.[axle]}
            put={(kpa) => {
              const { [axle]: _before, ...other } = vehicle.placardKpa ?? {};
              const next = kpa === undefined ? other : { ...other, [axle]: kpa };
              return setVehicle('/placardKpa', Object.keys(next).length > 0 ? next : undefined);
            }}
          />
        ))}
        <Choice
          label="Speedometer counts at"
          value={vehicle.speedSensor}
          options={[
            ['wheel', 'the wheels'],
            ['transmission', 'the transmission'],
          ]}
          choose={(where) => void setVehicle('/speedSensor', where)}
        />
        <Field path="vehicle.stockOverreadPct" value={vehicle.stockOverreadPct} />
      </div>
    </details>
  );
}
