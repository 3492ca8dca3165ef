import { wordingText } from '../../../core/wording';
import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import type { Correction, Reconciled, Residual } from '../../../core/calibration/reconcile';
import type { AxleCompared } from '../../../core/calibration/compare';
import { takeOver } from '../../../core/calibration/takeOver';
import { labelOf } from '../../../core/verdict';
import type { TestFit } from '../../../core/log/logEntry';
import { Amend } from './Amend';
import { OneLineForm } from '../../ui/OneLineForm';
import {
  $active,
  $build,
  $job,
  $locked,
  $units,
  $vehicle,
  stageFileOf,
  vehicleFileOf,
} from '../../state/store';
import { Compared } from './Compared';
import type { Versioned } from '../../../server/versioned';
import { refusalWords, send } from '../../state/apiClient';
import { saveAll, showStored } from '../../state/saving';
import { entryOf, showWritten, writeDown } from './logStore';
import { mm, readingWords, seenWords } from './words';
import { Button } from '../../ui/Button';

const WIDTH = 170;
const FULL_MM = 40;

/** Read against predicted on one scale: a bar of two spreads around the predicted, a mark where it was read. */
function ResidualBar({
  residual: { predictedMm, spreadMm, readMm, residualMm, beyond },
}: {
  residual: Residual;
}) {
  const units = useStore($units);
  const at = (value: number): number =>
    WIDTH / 2 + (Math.max(-FULL_MM, Math.min(FULL_MM, value)) / FULL_MM) * (WIDTH / 2);
  return (
    <svg
      width={WIDTH}
      height={18}
      viewBox={`0 0 ${WIDTH} 18`}
      role="img"
      aria-label={`${mm(residualMm, units)} against predicted ${mm(predictedMm, units)}`}
    >
      <path d={`M0 9H${WIDTH}`} stroke="var(--line)" />
      <rect
        x={at(-2 * spreadMm)}
        y={5}
        width={at(2 * spreadMm) - at(-2 * spreadMm)}
        height={8}
        fill="var(--movable)"
      />
      <path d={`M${WIDTH / 2} 1V17`} stroke="var(--graphite)" />
      {(readMm !== null || beyond) && (
        <path
          d={`M${at(residualMm)} 0V18`}
          stroke={beyond ? 'var(--signal)' : 'var(--ink)'}
          strokeWidth={3}
        />
      )}
    </svg>
  );
}

function unknownWords({ unknown, mm: by }: Correction, build: Build, units: 'metric' | 'inch'): string {
  const amount = mm(Math.abs(by), units);
  if (unknown.kind === 'obstacle')
    return `${labelOf(build, unknown.axle, unknown.obstacle)}, ${unknown.axle}: ${amount} ${by < 0 ? 'nearer' : 'further out'}`;
  if (unknown.kind === 'ride') return `rides ${amount} ${by < 0 ? 'lower' : 'higher'}, ${unknown.axle}`;
  return `tire ${amount} ${by < 0 ? 'smaller' : 'larger'} over all`;
}

/** Readings against what was predicted, and what the vehicle most likely is instead; taken over, or dismissed with a reason. */
export function Reconcile({
  build,
  entries,
  reconciled,
  compared,
}: {
  build: Build;
  /** The test fits that were reconciled, in their order. */
  entries: readonly TestFit[];
  reconciled: Reconciled;
  compared: readonly AxleCompared[];
}) {
  const units = useStore($units);
  const locked = useStore($locked);
  const [fault, setFault] = useState('');
  const [amended, setAmended] = useState<Residual | null>(null);
  const { residuals, corrections } = reconciled;
  const readings = residuals.map(({ reading }) => reading);
  const unconfirmed = residuals.filter(({ slipped }) => slipped).length;
  const entry = amended && entries[amended.index];
  const take = async (): Promise<void> => {
    await saveAll();
    const made = await entryOf({
      kind: 'reconciled',
      taken: corrections.map(({ key, mm: by, spreadMm }) => ({ key, mm: by, spreadMm })),
    });
    if ('fault' in made) {
      setFault(made.fault);
      return;
    }
    const vehicle = $vehicle.get();
    const stage = $active.get();
    const job = $job.get();
    // What is drawn may be a moment behind: readings of another build are not taken over into this one.
    if (!vehicle || !stage || !job || $build.get() !== build) return;
    const after = takeOver(
      build,
      { vehicle: vehicleFileOf(vehicle), package: stageFileOf(stage).package },
      corrections,
      readings,
    );
    const answer = await send<Versioned[]>('POST', `/api/jobs/${job.id}/take-over`, {
      vehicle: { version: vehicle.version, document: after.vehicle },
      stage: {
        id: stage.id,
        version: stage.version,
        document: { ...stageFileOf(stage), package: after.package },
      },
      entry: made.entry,
    });
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer));
      return;
    }
    setFault('');
    showStored(answer.value);
    showWritten(made.entry);
  };
  return (
    <div data-testid="reconcile">
      <h3 className="text-lg font-semibold">Read against predicted</h3>
      <table className="w-full text-[0.95rem]">
        <thead>
          <tr className="caption border-ink border-b text-left">
            <th className="py-1">Reading</th>
            <th className="pr-3 text-right">Predicted</th>
            <th className="pr-3 text-right">Read</th>
            <th>Difference, two spreads shaded</th>
            <th>
              <span className="sr-only">Put right</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {residuals.map((residual, i) => (
            <tr
              key={i}
              className="border-line border-b align-baseline"
              data-beyond={residual.beyond}
              data-slipped={residual.slipped}
            >
              <td className="py-1">
                {readingWords(residual.reading, build, units)}
                {residual.causes.length > 0 && (
                  <p className="text-[0.9rem] font-medium">
                    ▲ {residual.slipped ? '' : 'Likely: '}
                    {residual.causes.map((cause) => wordingText(cause, units)).join('; ')}.
                  </p>
                )}
              </td>
              <td className="pr-3 text-right whitespace-nowrap">
                {mm(residual.predictedMm, units)} ± {mm(residual.spreadMm, units)}
              </td>
              <td className="pr-3 text-right font-semibold whitespace-nowrap">
                {seenWords(residual.reading, units)}
              </td>
              <td>
                <ResidualBar residual={residual} />
              </td>
              <td className="no-print py-0.5 pl-3 text-right whitespace-nowrap">
                <Button
                  aria-label={`Put right: ${readingWords(residual.reading, build, units)}`}
                  onClick={() => setAmended(residual)}
                >
                  {residual.slipped ? 'Confirm or correct' : 'Correct'}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h4 className="mt-2 font-semibold">Most likely it is otherwise by</h4>
      <ul>
        {corrections.map((one) => (
          <li key={one.key} data-correction={one.key}>
            {unknownWords(one, build, units)}{' '}
            <span className="text-graphite">
              ± {mm(one.spreadMm, units)}, was ± {mm(one.priorMm, units)}
            </span>
          </li>
        ))}
      </ul>
      <Compared build={build} compared={compared} />
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Button
          needs="bench"
          className="font-semibold"
          disabled={locked || unconfirmed > 0}
          onClick={() => void take()}
        >
          Take over as measured
        </Button>
        <OneLineForm
          caption
          label="or dismiss, because"
          words="Dismiss"
          value=""
          keep={(why) => {
            if (why) void writeDown({ kind: 'reconciled', taken: [], dismissed: why });
          }}
          className="w-[22rem]"
        />
      </div>
      {unconfirmed > 0 && (
        <p className="mt-1 font-medium" data-testid="unconfirmed">
          ▲ {unconfirmed === 1 ? 'One reading is' : `${unconfirmed} readings are`} far off and left out.
          Confirm, correct or strike out what is flagged before anything is taken over.
        </p>
      )}
      {entry && (
        <Amend entry={entry} build={build} flagged={amended.slipped} close={() => setAmended(null)} />
      )}
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
    </div>
  );
}
