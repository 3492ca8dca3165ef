import type { Vehicle } from '../../../core/format/build';
import { SEATS } from '../../../core/format/wheel';
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
        <Field label="Wheelbase" path="vehicle.wheelbaseMm" value={vehicle.wheelbaseMm} quantity="length" />
        <TextField
          label="Hub bolt circle"
          path="vehicle.hub.pcdMm"
          value={boltCircleWords(vehicle.hub.studs, vehicle.hub.pcdMm)}
          take={typeHubCircle}
        />
        <Field
          label="Track, front"
          path="vehicle.trackMm.front"
          value={vehicle.trackMm.front}
          quantity="length"
        />
        <Field
          label="Track, rear"
          path="vehicle.trackMm.rear"
          value={vehicle.trackMm.rear}
          quantity="length"
        />
        <Field label="Hub bore" path="vehicle.hub.boreMm" value={vehicle.hub.boreMm} quantity="length" />
        <Field
          label="Smallest rim over brakes"
          path="vehicle.minRimIn"
          value={vehicle.minRimIn}
          quantity="rim"
        />
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
          quantity="length"
          empty="from the code"
        />
        <Field
          label="Stock wheel diameter"
          path="vehicle.stock.wheel.diameterIn"
          value={wheel.diameterIn}
          quantity="rim"
        />
        <Field
          label="Stock wheel width"
          path="vehicle.stock.wheel.widthIn"
          value={wheel.widthIn}
          quantity="rim"
        />
        <Field
          label="Stock offset"
          path="vehicle.stock.wheel.offsetMm"
          value={wheel.offsetMm}
          quantity="length"
        />
        <Field
          label="Axle ratio"
          path="vehicle.stock.axleRatio"
          value={stock.axleRatio}
          quantity="plain"
          step={0.1}
        />
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
        <Field
          label="Stud length"
          path="vehicle.hub.studLengthMm"
          value={hub.studLengthMm}
          quantity="length"
          empty="not measured"
        />
        <Field
          label="Centre of gravity height"
          path="vehicle.cgHeightMm"
          value={vehicle.cgHeightMm}
          quantity="length"
          empty="not known"
        />
        <Field label="Axle load, front" path="vehicle.massKg.front" value={massKg.front} quantity="mass" />
        <Field label="Axle load, rear" path="vehicle.massKg.rear" value={massKg.rear} quantity="mass" />
        <Field
          label="Axle rating, front"
          path="vehicle.ratingsKg.front"
          value={ratingsKg.front}
          quantity="mass"
          empty="not known"
        />
        <Field
          label="Axle rating, rear"
          path="vehicle.ratingsKg.rear"
          value={ratingsKg.rear}
          quantity="mass"
          empty="not known"
        />
        <Field
          label="Gross rating"
          path="vehicle.ratingsKg.gross"
          value={ratingsKg.gross}
          quantity="mass"
          empty="not known"
        />
        <Choice
          label="Speedometer counts at"
          value={vehicle.speedSensor}
          options={[
            ['wheel', 'the wheels'],
            ['transmission', 'the transmission'],
          ]}
          choose={(where) => void setVehicle('/speedSensor', where)}
        />
        <Field
          label="Over-reads as delivered, %"
          path="vehicle.stockOverreadPct"
          value={vehicle.stockOverreadPct}
          quantity="plain"
        />
      </div>
    </details>
  );
}
