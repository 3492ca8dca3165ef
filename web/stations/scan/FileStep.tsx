import { Upload } from 'lucide-react';
import { useKept } from '../../state/kept';
import { useRef } from 'react';
import type { Side } from '../../../core/format/names';
import { Segments } from '../../ui/choices';
import { PICK_NAMES, type Scan } from './useScan';
import { Button } from '../../ui/Button';

const UNITS = [
  ['1', 'mm'],
  ['1000', 'm'],
  ['25.4', 'in'],
] as const;

/** Enough to see a well in, and written out within a frame or two. */
const MADE_UP_POINTS = 30_000;

/** Step one: the file, its unit, and which side it was scanned on. */
export function FileStep({ scan, side, setSide }: { scan: Scan; side: Side; setSide: (side: Side) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [perUnit, setPerUnit] = useKept<string>('scan.unit', '1');
  const { state, run, taken } = scan;
  const read = async (file: File, unit = Number(perUnit)): Promise<void> => {
    const answer = await run('Reading the scan', (api, progress) => api.read(file, unit, progress));
    if (answer) await taken(answer.summary, { picks: PICK_NAMES.map(() => null), aligned: false, parts: [] });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
      <Button
        className="flex items-center gap-1"
        disabled={state.busy !== null}
        onClick={() => input.current?.click()}
      >
        <Upload size={15} aria-hidden /> Read a scan
      </Button>
      <input
        ref={input}
        type="file"
        accept=".ply,.xyz,.csv,.txt"
        className="hidden"
        aria-label="Scan to read: PLY, XYZ or CSV"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void read(file);
        }}
      />
      <Button
        disabled={state.busy !== null}
        title="An arch with liner and inner wall that nobody scanned: to try what a scan is for"
        onClick={() =>
          void import('../../../core/scan/madeUpScan').then(({ madeUpScanText }) =>
            read(new File([madeUpScanText(MADE_UP_POINTS)], 'made-up-well.xyz'), 1),
          )
        }
      >
        Try a made-up scan
      </Button>
      <Segments label="Unit" value={perUnit} options={UNITS} choose={setPerUnit} />
      <Segments
        label="Side"
        value={side}
        options={[
          ['left', 'Left'],
          ['right', 'Right'],
        ]}
        choose={setSide}
      />
      <span className="text-graphite" data-testid="scan-count">
        {state.summary
          ? `${state.summary.points.toLocaleString('en')} points`
          : 'PLY, XYZ or CSV, up to two million points'}
      </span>
    </div>
  );
}
