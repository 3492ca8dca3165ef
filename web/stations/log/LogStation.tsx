import { useStore } from '@nanostores/react';
import { BelowFold } from '../../ui/BelowFold';
import { fetched } from '../../ui/later';
import { useKept } from '../../state/kept';
import { useEffect, useMemo } from 'react';
import type { Build } from '../../../core/format/build';
import { openTestFits } from '../../../core/log/logEntry';
import type { TestFitAnswer } from '../../workers/assess.worker';
import { useWorkerQuery, WHEN_STILL } from '../../state/workerQuery';
import { $job } from '../../state/store';
import { DuePanel } from './DuePanel';
import { $log, $logRead, startLog } from './logStore';
import { Suggestions, TestFitForm, type Pose } from './TestFitForm';
import { WellMap } from './WellMap';

// Below the first look: what is written down, and what follows from it.
const Reconcile = fetched('What the readings say', async () => (await import('./Reconcile')).Reconcile);
const FollowUp = fetched(
  'The follow-up',
  async () => (await import('./FollowUp')).FollowUp,
  <div className="min-h-[8rem]" />,
);
const Timeline = fetched('Its life so far', async () => (await import('./Timeline')).Timeline);

const NO_RESIDUALS: TestFitAnswer['reconciled']['residuals'] = [];

/** What the wheel really did, beside what was predicted, and what follows from it. */
export function LogStation({ build }: { build: Build }) {
  const job = useStore($job);
  const log = useStore($log);
  const isRead = useStore($logRead);
  const jobId = job?.id;
  useEffect(() => (jobId === undefined ? undefined : startLog(jobId)), [jobId]);
  const open = useMemo(() => openTestFits(log), [log]);
  const readings = useMemo(() => open.map(({ reading }) => reading), [open]);
  const answer = useWorkerQuery(
    (api, asked) => api.testFit(asked.build, asked.readings),
    { build, readings },
    WHEN_STILL,
  );
  const [pose, setPose] = useKept<Pose>('log.pose', () => ({
    axle: 'front',
    side: 'left',
    direction: 'forward',
    stance: 'ride',
    lockDeg: 0,
    travelMm: 0,
    obstacle: build.vehicle.corners.front.obstacles[0]?.id ?? '',
  }));
  return (
    <section id="log" aria-labelledby="log-title" className="station">
      <h2 id="log-title" tabIndex={-1} className="station-title mb-2">
        Log
      </h2>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div>
          <h3 className="mb-1 text-lg font-semibold">Test fit</h3>
          <TestFitForm build={build} pose={pose} setPose={setPose} />
        </div>
        <div>
          <WellMap
            build={build}
            pose={pose}
            residuals={answer?.reconciled.residuals ?? NO_RESIDUALS}
            pick={(place) => setPose({ ...pose, ...place })}
          />
          <Suggestions
            build={build}
            list={answer?.next ?? null}
            take={({ axle, side, direction, stance, lockDeg, travelMm, obstacle }) =>
              setPose({ axle, side, direction, stance, lockDeg, travelMm, obstacle })
            }
          />
        </div>
      </div>
      {(readings.length > 0 || !isRead) && (
        <div className="mt-4 min-h-[20rem]">
          {answer && readings.length > 0 && (
            <Reconcile
              build={build}
              entries={open}
              reconciled={answer.reconciled}
              compared={answer.compared}
            />
          )}
        </div>
      )}
      <BelowFold>
        <div className="mt-4">
          <FollowUp />
        </div>
        <div className="mt-4">
          <DuePanel />
        </div>
        <div className="mt-4">
          <Timeline build={build} />
        </div>
      </BelowFold>
    </section>
  );
}
