import { Download, Gauge, Printer } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Fault } from '../../../core/format/fields';
import type { WellFile } from '../../../core/format/well';
import { takeAll } from '../../../core/measure/takeAll';
import { download } from '../../ui/download';
import { DevicesDialog } from '../devices/fetchedDialog';
import { FileButton } from '../../ui/FileButton';
import { FaultDialog } from '../../ui/FaultDialog';
import { takeCorner } from '../../state/edits';
import { step } from '../../state/saving';
import { refusalWords, send } from '../../state/apiClient';
import { $job, $vehicle } from '../../state/store';

/** Asked for when a file is read or written, not with the sheet. */
const csv = () => import('../../../formats/readingsCsv');

/** Readings out as CSV and in again, and the form to print and take to the bay. */
export function ReadingFiles({ vehicle, axle }: { vehicle: Vehicle; axle: AxleName }) {
  const [reading, setReading] = useState(false);
  const [faults, setFaults] = useState<Fault[] | null>(null);
  const job = $job.get();
  const bring = async (text: string): Promise<void> => {
    const { readReadings } = await csv();
    const read = readReadings(text, vehicle.stock);
    if (!read.ok) {
      setFaults(read.faults);
      return;
    }
    const taken = takeAll(vehicle, read.value);
    if (!taken.ok) {
      setFaults(taken.faults);
      return;
    }
    for (const one of ['front', 'rear'] as const) {
      const edited = takeCorner(one, vehicle.corners[one], taken.value.corners[one]);
      if (!edited.ok) {
        setFaults(edited.faults);
        return;
      }
    }
    toast(`Took ${read.value.length} readings.`, {
      action: { label: 'Undo', onClick: () => void step('undo') },
    });
  };
  const give = async (): Promise<void> => {
    const answer = await send<WellFile>('GET', `/api/vehicles/${$vehicle.get()?.id ?? 0}/well`);
    if (answer.kind !== 'ok') return void toast(`No file was made: ${refusalWords(answer)}`);
    const { writeWell } = await import('../../../formats/wellJson');
    const name = answer.value.body.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    download(writeWell(answer.value), `well-${name}.vexlo.json`, 'application/json');
  };
  const tool = 'plain-button flex items-center gap-1';
  return (
    <div className="no-print flex flex-wrap gap-1.5">
      <button type="button" className={tool} onClick={() => setReading(true)}>
        <Gauge size={15} aria-hidden /> Devices
      </button>
      {reading && <DevicesDialog first="turn-plate" close={() => setReading(false)} />}
      <button
        type="button"
        className={tool}
        onClick={() =>
          void csv().then(({ writeReadings }) =>
            download(
              writeReadings(vehicle),
              `${job?.number.toLowerCase() ?? 'vehicle'}-readings.csv`,
              'text/csv',
            ),
          )
        }
      >
        <Download size={15} aria-hidden /> Export readings
      </button>
      <FileButton
        words="Import readings"
        label="Readings to import, CSV"
        className={tool}
        accept=".csv,text/csv"
        take={(text) => void bring(text)}
      />
      <button
        type="button"
        className={tool}
        title="The measured wells for another shop: under the name of the body, without the customer"
        onClick={() => void give()}
      >
        <Download size={15} aria-hidden /> Well as a file
      </button>
      {(['a4', 'letter'] as const).map((paper) => (
        <a
          key={paper}
          className={tool}
          href={`/api/jobs/${job?.id ?? 0}/form?axle=${axle}&paper=${paper}`}
          target="_blank"
          rel="noreferrer"
        >
          <Printer size={15} aria-hidden /> Form {paper === 'a4' ? 'A4' : 'Letter'}
        </a>
      ))}
      {faults && <FaultDialog title="No reading was taken" faults={faults} close={() => setFaults(null)} />}
    </div>
  );
}
