import { bounded } from '../../ui/Boundary';
import { useEffect, useState } from 'react';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { FleetLine, FleetProgress } from '../../../server/fleet';
import { GradeMark } from '../../drawings/GradeMark';
import { PageHead } from '../../ui/PageHead';
import { useReady } from '../../ui/page';
import { send } from '../../state/apiClient';

const ASK_MS = 800;
/** Those that take it as they stand first, then those with a lift, then the rest, then what is not judged yet. */
const order = ({ answer }: FleetLine): number =>
  !answer ? 3 : answer.stop !== null || answer.grade === null ? 2 : answer.lift === null ? 0 : 1;
const takesIt = (line: FleetLine): boolean => order(line) < 2;

/** On which of the shop's vehicles a package fits; asked again until all are judged, whoever judges them. */
function FleetPageIsland({ first, units }: { first: FleetProgress; units: UnitSystem }) {
  const [progress, setProgress] = useState(first);
  const { id, done, total, label, lines } = progress;
  useReady();
  useEffect(() => {
    if (done >= total) return;
    const timer = setInterval(
      () =>
        void send<FleetProgress>('GET', `/api/fleet/${id}`).then((answer) => {
          if (answer.kind === 'ok') setProgress(answer.value);
        }),
      ASK_MS,
    );
    return () => clearInterval(timer);
  }, [id, done, total]);
  const fit = lines.filter(takesIt).length;
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/fleet" title="On which of our vehicles" />
      <p className="text-lg">
        <b className="font-semibold">{label}</b>
      </p>
      <p
        role="status"
        data-testid="fleet-progress"
        data-state={done < total ? 'running' : 'done'}
        className="mb-3"
      >
        {done} of {total} vehicles judged, {fit} take it.{' '}
        {done < total && <span className="text-graphite">This page may be closed; it goes on.</span>}
      </p>
      <table className="w-full" data-testid="fleet">
        <thead>
          <tr className="caption border-ink border-b text-left">
            <th className="py-1">Vehicle</th>
            <th>Body</th>
            <th>As it stands</th>
            <th>Takes it</th>
          </tr>
        </thead>
        <tbody>
          {[...lines]
            .sort((a, b) => order(a) - order(b))
            .map((line) => ({ ...line, takes: takesIt(line) }))
            .map(({ vehicleId, vehicle, platform, answer, takes }) => (
              <tr key={vehicleId} className="border-line border-b align-top" data-judged={answer !== null}>
                <td className="py-1 pr-4 font-semibold">{vehicle}</td>
                <td className="pr-4">{platform || '–'}</td>
                <td className="pr-4 whitespace-nowrap">
                  {answer?.grade && (
                    <>
                      <GradeMark grade={answer.grade} size={16} />{' '}
                      <span className="text-graphite">
                        {answer.leastMm === null ? '' : showRounded(answer.leastMm, 'length', units)}
                      </span>
                    </>
                  )}
                </td>
                <td className={takes ? '' : 'text-graphite'}>
                  {answer ? `${takes ? '' : 'no: '}${answer.words}` : '…'}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </main>
  );
}

export const FleetPage = bounded('Fleet search', FleetPageIsland);
