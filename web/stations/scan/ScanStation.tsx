import type { Vec } from '../../../core/geometry/vec';
import { useKept } from '../../state/kept';
import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { Side } from '../../../core/format/names';
import { showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { AlignStep } from './AlignStep';
import { FileStep } from './FileStep';
import { KeepStep } from './KeepStep';
import { PartsStep } from './PartsStep';
import { ScanView } from './ScanView';
import { SweepStep } from './SweepStep';
import { useScan } from './useScan';
import { Button } from '../../ui/Button';

type Props = { build: Build; axle: AxleName; side: Side; setSide: (side: Side) => void };

/** A scan of the well: read, aligned, cropped, marked, swept, kept. Drawing and steps side by side. */
export function ScanStation({ build, axle, side, setSide }: Props) {
  const scan = useScan(build.use.marginMm);
  const units = useStore($units);
  const { state, set } = scan;
  const [next, setNext] = useKept('scan.next', 0);
  const [brush, setBrush] = useState<((point: Vec) => void) | null>(null);
  const [found, setFound] = useKept('scan.found', '');
  const picked = (point: Vec, leastMm: number | null): void => {
    if (!state.aligned) {
      set({ picks: state.picks.map((one, i) => (i === next ? point : one)) });
      setNext(Math.min(state.picks.length - 1, next + 1));
      return;
    }
    if (brush) {
      brush(point);
      return;
    }
    const at = point.map((mm) => showWithUnit(Math.round(mm), 'length', units)).join(', ');
    setFound(
      `Point at ${at}${leastMm === null ? '' : `: least gap ${showWithUnit(Math.round(leastMm * 10) / 10, 'length', units)}`}`,
    );
  };
  return (
    <>
      <div>
        <ScanView build={build} axle={axle} scan={scan} picked={picked} />
        <p className="text-graphite min-h-6 text-[0.9rem]">
          {found || 'Drag to turn, wheel to come nearer, press a point to pick it.'}
        </p>
      </div>
      <div className="flex min-w-0 flex-col gap-3" data-testid="scan">
        <FileStep scan={scan} side={side} setSide={setSide} />
        {state.busy && (
          <div className="flex items-center gap-3" role="status">
            <span>{state.busy.words}</span>
            <progress className="flex-1" value={state.busy.share} max={1} />
            <Button onClick={() => void scan.worker.current?.stop()}>Stop</Button>
          </div>
        )}
        {state.message && (
          <p role="alert" className="font-medium" data-testid="scan-message">
            ▲ {state.message}
          </p>
        )}
        {state.summary && !state.aligned && (
          <AlignStep scan={scan} side={side} next={next} setNext={setNext} />
        )}
        {state.summary && state.aligned && (
          <>
            <PartsStep scan={scan} setBrush={setBrush} />
            <SweepStep build={build} axle={axle} side={side} scan={scan} />
          </>
        )}
        <KeepStep axle={axle} side={side} scan={scan} />
      </div>
    </>
  );
}
