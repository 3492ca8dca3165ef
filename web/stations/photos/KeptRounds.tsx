import { format } from 'date-fns';
import { Trash2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { RoundLine } from '../../../server/rounds';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { sendWaiting } from './keepRound';
import { usePhotos } from './usePhotos';

type Props = { vehicleId: number; axle: AxleName; open: (line: RoundLine) => void };

/** The rounds that are kept with this vehicle, each to be opened, added to or taken out with its pictures. */
export function KeptRounds({ vehicleId, axle, open }: Props) {
  const { busy, kept } = usePhotos();
  const [lines, setLines] = useState<RoundLine[]>([]);
  const [waiting, setWaiting] = useState(0);
  const [removing, setRemoving] = useState(0);
  const refresh = useCallback(async () => {
    const answer = await send<RoundLine[]>('GET', `/api/vehicles/${vehicleId}/rounds`);
    if (answer.kind === 'ok') setLines(answer.value);
  }, [vehicleId]);
  useEffect(() => {
    const again = (): void => void sendWaiting().then(setWaiting).then(refresh);
    again();
    addEventListener('online', again);
    return () => removeEventListener('online', again);
    // What was kept or added to stands in the list at once.
  }, [refresh, kept?.version, kept?.waits]);
  const remove = async ({ id }: RoundLine): Promise<void> => {
    const answer = await send('DELETE', `/api/rounds/${id}`);
    if (answer.kind !== 'ok') toast(`Not removed: ${refusalWords(answer)}`);
    setRemoving(0);
    await refresh();
  };
  const mine = lines.filter((line) => line.axle === axle);
  if (mine.length === 0 && waiting === 0) return null;
  return (
    <div className="flex flex-col text-[0.92rem]" data-testid="kept-rounds">
      <h3 className="caption">Kept rounds of this axle</h3>
      {waiting > 0 && <p>▲ {waiting} on this device, waiting for the connection.</p>}
      {mine.map((line) => {
        const name = `${line.side}, ${line.pictures} pictures`;
        return (
          <div key={line.id} className="border-line flex flex-wrap items-center gap-3 border-b py-1">
            <button
              type="button"
              className="text-left underline decoration-dotted underline-offset-4"
              disabled={busy !== null}
              title="Opens it here: look at it, draw into its pictures, or add more to them"
              onClick={() => open(line)}
            >
              {name}, {line.points} points{line.simulated ? ', simulated' : ''}
            </button>
            <span className="text-graphite flex-1">
              {line.person}, {format(new Date(line.at), 'd MMM yyyy HH:mm')}
            </span>
            {removing === line.id ? (
              <>
                <Button needs="bench" onClick={() => void remove(line)}>
                  Remove with its pictures
                </Button>
                <Button onClick={() => setRemoving(0)}>Keep it</Button>
              </>
            ) : (
              <button
                type="button"
                aria-label={`Remove the round ${name}`}
                onClick={() => setRemoving(line.id)}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            )}
          </div>
        );
      })}
    </div>
  );
}
