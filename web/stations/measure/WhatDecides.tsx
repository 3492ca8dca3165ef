import { useStore } from '@nanostores/react';
import type { Build, Vehicle } from '../../../core/format/build';
import { GRADE_WORDS } from '../../../core/clearance/grade';
import type {
  Deciding,
  DecidingGap,
  DecidingReading,
  ToSettle,
} from '../../../core/calibration/decidingReadings';
import { isUnmeasured, stillToRead } from '../../../core/measure/still';
import { AXLES } from '../../../core/format/names';
import { $build, $units } from '../../state/store';
import { useWorkerQuery, WHEN_STILL } from '../../state/workerQuery';
import { wordsOf } from './readingWords';

const percent = (share: number): string => `${Math.round(share * 100)} %`;

type Props = {
  vehicle: Vehicle;
  go: (reading: DecidingReading) => void;
  goGap: (gap: DecidingGap) => void;
};

const LOCK: Readonly<Record<number, string>> = { 0.25: 'a quarter', 0.5: 'half', 1: 'fully' };
/** In which pose a gap is read, as it is said to whoever stands beside the wheel. */
const poseWords = ({ lockShare, lockDeg, travelMm }: DecidingGap): string =>
  [
    lockShare === 0
      ? 'straight ahead'
      : `the wheel turned ${LOCK[lockShare]} ${lockDeg > 0 ? 'to the inside' : 'to the outside'}`,
    travelMm < 0 ? 'lifted by the body so that it hangs' : 'as it stands',
  ].join(', ');

/** What can be built on: the best grade that it is sure to have. */
const surely = ({ grade, share }: NonNullable<ToSettle['sure']>): string =>
  `${grade === 'free' || grade === 'blocked' ? '' : 'At least '}${GRADE_WORDS[grade]}, ${percent(share)} sure`;

/** What a reading is expected to tell. */
function teaches({ decides, doubtAfter }: Deciding, doubt: number): string {
  const told = [
    ...(decides >= 0.01 ? [`an estimate, nearest in ${percent(decides)} of what may be`] : []),
    ...(doubt - doubtAfter >= 0.01
      ? [`which grade it is, ${percent(doubt)} unsure to ${percent(doubtAfter)}`]
      : []),
  ];
  return told.length > 0 ? told.join('; ') : 'tells a little of which grade it is';
}

const keyOf = (one: Deciding): string =>
  `${one.axle} ${one.obstacle} ${one.by === 'tape' ? one.reading.id : 'gap'}`;

/** Which readings would settle the grade of the stage that is on, as far as parts that decide it are still estimates. */
export function WhatDecides({ vehicle, go, goGap }: Props) {
  const build = useStore($build);
  const open = AXLES.some((axle) => stillToRead(vehicle, axle).places > 0);
  if (!build || !open) return null;
  return <Deciding build={build} begun={!isUnmeasured(vehicle)} go={go} goGap={goGap} />;
}

function Deciding({
  build,
  begun,
  go,
  goGap,
}: { build: Build; begun: boolean } & Pick<Props, 'go' | 'goGap'>) {
  const units = useStore($units);
  const settle = useWorkerQuery((api, asked) => api.settle(asked.build), { build }, WHEN_STILL);
  return (
    <div className="border-line mb-1 min-h-[6.6rem] border-y py-1 text-[0.92rem]" data-testid="what-decides">
      {!settle ? (
        <p className="text-graphite">Which readings would settle it is being worked out…</p>
      ) : settle.readings.length > 0 ? (
        <>
          <p>
            <b className="font-semibold">{settle.sure ? surely(settle.sure) : 'Read these first'}</b>
            {settle.sure ? ': these would tell more of “' : ': they decide “'}
            {build.package.label || 'this stage'}”
            {begun && `, ${GRADE_WORDS[settle.grade]}, ${percent(1 - settle.unsure)} sure by estimates`}.
          </p>
          <ol className="list-decimal pl-5">
            {settle.readings.slice(0, 3).map((one) => (
              <li key={keyOf(one)}>
                <button
                  type="button"
                  className="font-semibold underline decoration-dotted underline-offset-4"
                  onClick={() => (one.by === 'gap' ? goGap(one) : go(one))}
                >
                  {one.by === 'gap' ? `Gap to the ${one.label}` : wordsOf(one.reading, units)}, {one.axle}
                </button>
                {one.by === 'gap' && `, ${poseWords(one)}`}:{' '}
                <span className="text-graphite">{teaches(one, settle.doubt)}</span>
              </li>
            ))}
          </ol>
        </>
      ) : settle.enough ? (
        <p>
          <b className="font-semibold">Enough is known</b> for “{build.package.label || 'this stage'}”:{' '}
          {percent(1 - settle.unsure)} sure, estimated. What is still an estimate does not decide it.
        </p>
      ) : (
        <p>
          {settle.sure && <b className="font-semibold">{surely(settle.sure)}. </b>}
          No reading of the tape and no gap makes it much surer. What is left of {
            GRADE_WORDS[settle.grade]
          }, {percent(settle.unsure)} unsure, is what panels look like between what was read, and the tape’s,
          the tire’s and the ride height’s own: photographs, a scan or a test fit tell more.
        </p>
      )}
    </div>
  );
}
