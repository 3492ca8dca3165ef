import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useRef, useState } from 'react';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import type { LogFit } from '../../../core/driveline/roadLog';
import { showRounded, unitOf, unitSize } from '../../../core/units/quantity';
import type { LogAnswer, LogText } from '../../workers/assess.worker';
import { queryWorker } from '../../state/workerQuery';
import { changeStage } from '../../state/edits';
import { step } from '../../state/saving';
import { $units } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { LoggerPane } from './LoggerPane';
import { Button } from '../../ui/Button';
import { later } from '../../ui/later';

const LogChart = later('The drive drawn', () => import('./LogChart').then((module) => module.LogChart));

type State =
  | { kind: 'empty' }
  | { kind: 'reading' }
  | { kind: 'refused'; message: string }
  | { kind: 'fit'; fit: LogFit; from: string; simulated: boolean };

/** A drive with speed and rpm, fitted: what the tire really rolls, beside what was calculated. */
export function RoadLogPanel({ build }: { build: Build }) {
  const [texts, setTexts] = useKept<LogText[]>('roadLog.texts', []);
  const [state, setState] = useKept<State>('roadLog.state', { kind: 'empty' });
  const [logging, setLogging] = useState(false);
  const units = useStore($units);
  const input = useRef<HTMLInputElement>(null);
  const locked = useLocked();
  const { powertrain } = build.vehicle;
  if (!powertrain) return null;
  const fit = async (list: LogText[], from: string, simulated: boolean): Promise<void> => {
    setState({ kind: 'reading' });
    setTexts(list);
    const answer = await queryWorker<LogAnswer>(async (api) => await api.roadLog(build, list));
    setState(
      answer.ok
        ? { kind: 'fit', fit: answer.value, from, simulated }
        : { kind: 'refused', message: answer.message },
    );
    // A file that cannot be read is not kept for the next try.
    if (!answer.ok && answer.drop) setTexts([]);
  };
  const bring = async (files: readonly File[]): Promise<void> => {
    const added = await Promise.all(
      files.map(async (file) => ({ name: file.name, text: await file.text() })),
    );
    // A second file joins one that lacked speed or rpm; a fresh drive begins anew.
    const list = state.kind === 'refused' && texts.length > 0 ? [...texts, ...added] : added;
    await fit(list, list.map(({ name }) => name).join(' and '), false);
  };
  return (
    <div className="mt-4" data-testid="road-log">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="text-lg font-semibold">Road log</h3>
        <Button onClick={() => input.current?.click()}>Read a drive</Button>
        <Button onClick={() => setLogging((on) => !on)}>
          {logging ? 'Stop the logger' : 'From the logger'}
        </Button>
        <span className="text-graphite text-[0.9rem]">
          speed and rpm as CSV, NMEA 0183 or GPX; speed and rpm may be two files
        </span>
        <input
          ref={input}
          type="file"
          multiple
          className="hidden"
          aria-label="Road log files"
          accept=".csv,.txt,.nmea,.log,.gpx"
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            if (files.length > 0) void bring(files);
          }}
        />
      </div>
      {logging && (
        <LoggerPane
          take={(text) => {
            setLogging(false);
            void fit([{ name: 'logger', text }], 'the logger', true);
          }}
        />
      )}
      {state.kind === 'reading' && <p role="status">Reading and fitting…</p>}
      {state.kind === 'refused' && (
        <p role="alert" className="font-medium">
          ▲ {state.message}
        </p>
      )}
      {state.kind === 'fit' && (
        <div className="grid grid-cols-2 gap-x-8">
          <Found {...state} locked={locked} />
          <LogChart fit={state.fit} units={units} />
        </div>
      )}
    </div>
  );
}

function Found({
  fit,
  from,
  simulated,
  locked,
}: {
  fit: LogFit;
  from: string;
  simulated: boolean;
  locked: boolean;
}) {
  const units = useStore($units);
  const per = unitSize('speed', units);
  const mm = (value: number): string => showRounded(value, 'length', units);
  const take = (): void => {
    const edited = changeStage([
      { path: '/package/tire/revsPerKm', to: Number(fit.revsPerKm.toFixed(2)) },
      { path: '/package/tire/revsSource', to: 'measured' },
    ]);
    if (edited.ok)
      toast('Taken over as measured.', { action: { label: 'Undo', onClick: () => void step('undo') } });
  };
  return (
    <div data-testid="log-fit">
      <p>
        {simulated && <b className="bg-ink text-sheet font-tight mr-2 px-2 font-semibold">simulated</b>}
        From {from}: {fit.rows} rows, {fit.used} on a gear
        {Math.abs(fit.offsetS) >= 0.05 && `; the rpm clock ran ${fit.offsetS.toFixed(1)} s behind, put right`}
        .
      </p>
      <table className="mt-1 w-full text-[0.95rem]">
        <thead>
          <tr className="caption border-ink border-b text-left">
            <th className="py-1">Gear</th>
            <th className="text-right">Rows</th>
            <th className="text-right">rpm per {unitOf('speed', units)}</th>
            <th className="text-right">Rolls</th>
          </tr>
        </thead>
        <tbody>
          {fit.gears.map(({ gear, rows, rpmPerKmh, errorRpmPerKmh, circumferenceMm }) => (
            <tr key={gear} className="border-line border-b">
              <td>{gear}</td>
              <td className="text-right">{rows}</td>
              <td className="text-right">
                {(rpmPerKmh * per).toFixed(2)} ± {(errorRpmPerKmh * per).toFixed(2)}
              </td>
              <td className="text-right">{mm(circumferenceMm)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1">
        It rolls <b className="font-semibold">{mm(fit.circumferenceMm)}</b> ± {mm(fit.errorMm)} a turn, if the
        axle ratio is as entered; calculated {mm(fit.calculatedMm)} ({fit.differsPct > 0 ? '+' : ''}
        {fit.differsPct.toFixed(2)} %). If the tire rolls as calculated, the axle ratio is{' '}
        <b className="font-semibold">{fit.axleRatio.toFixed(3)}</b> ± {fit.errorRatio.toFixed(3)}: the log
        alone cannot tell the two apart.
      </p>
      <Button className="mt-1" disabled={locked} onClick={take}>
        Take over {(fit.revsPerKm / unitSize('turns', units)).toFixed(1)} turns {unitOf('turns', units)},
        measured
      </Button>
    </div>
  );
}
