import { bounded } from '../../ui/Boundary';
import { useEffect, useState } from 'react';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { FleetLine, FleetProgress } from '../../../server/fleet';
import { GradeMark } from '../../drawings/GradeMark';
import { PageHead } from '../../ui/PageHead';
import { useReady } from '../../ui/page';
import { send } from '../../state/apiClient';
import { DataTable } from '../../ui/DataTable';

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
      <DataTable
        testId="fleet"
        stacked
        rows={[...lines]
          .sort((a, b) => order(a) - order(b))
          .map((line) => ({ ...line, takes: takesIt(line) }))}
        keyOf={({ vehicleId }) => vehicleId}
        rowProps={({ answer }) => ({ 'data-judged': answer !== null })}
        columns={[
          { head: 'Vehicle', className: 'font-semibold', cell: ({ vehicle }) => vehicle },
          { head: 'Body', cell: ({ platform }) => platform || '–' },
          {
            head: 'As it stands',
            className: 'whitespace-nowrap',
            cell: ({ answer }) =>
              answer?.grade && (
                <>
                  <GradeMark grade={answer.grade} size={16} />{' '}
                  <span className="text-graphite">
                    {answer.leastMm === null ? '' : showRounded(answer.leastMm, 'length', units)}
                  </span>
                </>
              ),
          },
          {
            head: 'Takes it',
            cell: ({ answer, takes }) => (
              <span className={takes ? '' : 'text-graphite'}>
                {answer ? `${takes ? '' : 'no: '}${answer.words}` : '…'}
              </span>
            ),
          },
        ]}
      />
    </main>
  );
}

export const FleetPage = bounded('Fleet search', FleetPageIsland);
