import { useRef, useState } from 'react';
import { useStore } from '@nanostores/react';
import { showRounded } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { useDevice, useDevices } from '../devices/useDevice';
import { Button } from '../../ui/Button';

/** Enough rows for a fit that is worth something. */
const ENOUGH = 300;

/** The shop's logger while it drives: its figures, how many rows there are, and the drive taken over. */
export function LoggerPane({ take }: { take: (csv: string) => void }) {
  const device = useDevices().find(({ kind }) => kind === 'road-logger');
  return device ? (
    <Driving id={device.id} label={device.label} simulated={device.simulated} take={take} />
  ) : (
    <p>Looking for the logger…</p>
  );
}

function Driving({
  id,
  label,
  simulated,
  take,
}: {
  id: string;
  label: string;
  simulated: boolean;
  take: (csv: string) => void;
}) {
  const lines = useRef<string[]>([]);
  const [rows, setRows] = useState(0);
  const { readings, state } = useDevice(id, (list) => {
    for (let i = 0; i + 2 < list.length; i += 3)
      lines.current.push([list[i], list[i + 1], list[i + 2]].map((one) => one?.value.toFixed(3)).join(','));
    setRows(lines.current.length);
  });
  const units = useStore($units);
  return (
    <div className="border-line mt-1 flex flex-wrap items-center gap-5 border p-2" data-testid="logger">
      {simulated && <b className="bg-ink text-sheet font-tight px-2 font-semibold">simulated</b>}
      <span>{label}</span>
      <span className="text-2xl font-semibold">
        {readings['speed'] ? showRounded(readings['speed'].value, 'speed', units) : '–'}
      </span>
      <span className="text-2xl font-semibold">{readings['rpm']?.value.toFixed(0) ?? '–'} rpm</span>
      <span>{state === 'streaming' ? `${rows} rows` : 'opening the stream…'}</span>
      <Button
        disabled={rows < ENOUGH}
        onClick={() => take(`time,speed km/h,rpm\n${lines.current.join('\n')}\n`)}
      >
        {rows < ENOUGH ? `Drive on: ${ENOUGH - rows} rows more` : 'Take this drive'}
      </Button>
    </div>
  );
}
