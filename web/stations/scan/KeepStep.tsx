import { format } from 'date-fns';
import { Trash2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Side } from '../../../core/format/names';
import type { ScanLine } from '../../../server/scans';
import { $vehicle } from '../../state/store';
import { send } from '../../state/apiClient';
import type { Scan } from './useScan';
import { Button } from '../../ui/Button';

type Props = { axle: AxleName; side: Side; scan: Scan };

/** Scans of this vehicle on the server: stored when they are aligned, read again on any device. */
export function KeepStep({ axle, side, scan }: Props) {
  const { state, run, taken } = scan;
  const [lines, setLines] = useState<ScanLine[] | null>(null);
  const vehicleId = $vehicle.get()?.id ?? 0;
  const refresh = useCallback(
    () =>
      send<ScanLine[]>('GET', `/api/vehicles/${vehicleId}/scans`).then((answer) => {
        if (answer.kind === 'ok') setLines(answer.value);
      }),
    [vehicleId],
  );
  useEffect(() => void refresh(), [refresh]);
  const store = async (): Promise<void> => {
    const answer = await run('Storing the scan', async (api, progress) => {
      const begun = await send<{ scanId: number }>('POST', `/api/vehicles/${vehicleId}/scans`, {
        axle,
        side,
        name: `${axle} ${side}`,
        points: state.summary?.points ?? 0,
        parts: state.parts,
      });
      if (begun.kind !== 'ok')
        return {
          ok: false as const,
          message: begun.kind === 'refused' ? begun.message : 'No connection: the scan was not stored.',
        };
      return api.store(begun.value.scanId, progress);
    });
    if (answer) toast('The scan is stored.');
    await refresh();
  };
  const load = async ({ id, points, parts }: ScanLine): Promise<void> => {
    const answer = await run('Reading the scan from the server', (api, progress) =>
      api.load(id, points, progress),
    );
    if (answer) await taken(answer.summary, { aligned: true, parts });
  };
  const remove = async (id: number): Promise<void> => {
    await send('DELETE', `/api/scans/${id}`);
    await refresh();
  };
  const mine = lines?.filter((line) => line.axle === axle) ?? [];
  return (
    <div className="flex flex-col gap-1" data-testid="scans">
      {state.summary && state.aligned && (
        <Button
          needs="bench"
          className="self-start"
          disabled={state.busy !== null}
          onClick={() => void store()}
        >
          Store the scan
        </Button>
      )}
      {mine.length > 0 && <h3 className="caption">Stored scans of this axle</h3>}
      {mine.map((line) => (
        <div key={line.id} className="border-line flex items-center gap-3 border-b py-1 text-[0.92rem]">
          <button
            type="button"
            className="flex-1 text-left underline decoration-dotted underline-offset-4"
            disabled={state.busy !== null}
            onClick={() => void load(line)}
          >
            {line.name}, {line.points.toLocaleString('en')} points
          </button>
          <span className="text-graphite">
            {line.person}, {format(new Date(line.at), 'd MMM HH:mm')}
          </span>
          <button
            type="button"
            aria-label={`Remove the scan ${line.name}`}
            onClick={() => void remove(line.id)}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </div>
      ))}
    </div>
  );
}
