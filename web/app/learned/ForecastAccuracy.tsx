import { useState } from 'react';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { wordingText } from '../../../core/wording';
import {
  CartesianGrid,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
  ZAxis,
} from 'recharts';
import { GRADES } from '../../../core/clearance/grade';
import {
  OUTCOME_WORDS,
  OUTCOMES,
  type ForecastAccuracy as AccuracyOf,
} from '../../../core/statistics/forecastAccuracy';
import { GradeMark } from '../../drawings/GradeMark';
import { AXIS, GRID } from '../../ui/chartLook';
import { DataTable } from '../../ui/DataTable';
import { Button } from '../../ui/Button';
import { sayDate } from '../../../core/time/wallClock';

const MISSES = 8;
const pct = (share: number): string => `${(share * 100).toFixed(0)} %`;

/** Chances that were said against how often it came so: on the line is honest; the larger the mark, the more readings. */
function Reliability({ bins }: { bins: AccuracyOf['bins'] }) {
  const data = bins
    .filter(({ count }) => count > 0)
    .map(({ said, came, count }) => ({ said: said * 100, came: came * 100, count }));
  return (
    <figure
      data-testid="reliability"
      aria-label="Chance of contact that was said against how often it touched"
    >
      <figcaption className="caption">
        Touched, of the readings where that chance was said, %; on the line is honest
      </figcaption>
      <ResponsiveContainer width="100%" height={280} initialDimension={{ width: 420, height: 280 }}>
        <ScatterChart margin={{ top: 8, right: 16, bottom: 18, left: 0 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="said"
            type="number"
            domain={[0, 100]}
            {...AXIS}
            label={{
              value: 'chance of contact that was said, %',
              position: 'bottom',
              offset: 2,
              fill: 'var(--graphite)',
              fontSize: 13,
            }}
          />
          <YAxis dataKey="came" type="number" domain={[0, 100]} {...AXIS} width={40} />
          <ZAxis dataKey="count" range={[60, 420]} />
          <ReferenceLine
            segment={[
              { x: 0, y: 0 },
              { x: 100, y: 100 },
            ]}
            stroke="var(--ink)"
            strokeDasharray="5 4"
          />
          <Scatter data={data} fill="var(--signal)" isAnimationActive={false} />
        </ScatterChart>
      </ResponsiveContainer>
    </figure>
  );
}

function Outcomes({ stages }: { stages: AccuracyOf['stages'] }) {
  return (
    <table className="w-full" data-testid="outcomes">
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">Grade predicted</th>
          {OUTCOMES.map((one) => (
            <th key={one} className="text-right">
              {OUTCOME_WORDS[one]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {GRADES.map((grade) => (
          <tr key={grade} className="border-line border-b">
            <td className="py-1">
              <GradeMark grade={grade} size={16} />
            </td>
            {OUTCOMES.map((one) => (
              <td key={one} className="text-right font-semibold">
                {stages[grade][one] || '–'}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function taughtWords(taught: AccuracyOf['misses'][number]['taught'], units: UnitSystem): string {
  const [most, next] = [...taught].sort((a, b) => Math.abs(b.mm) - Math.abs(a.mm));
  const say = (one: typeof most): string =>
    one
      ? `${one.key.replaceAll('-', ' ').replace(/^(front|rear) \1 /, '$1 ')} ${one.mm > 0 ? '+' : ''}${showRounded(one.mm, 'length', units)}`
      : '';
  return most ? [say(most), say(next)].filter(Boolean).join(', ') : 'nothing was taken over yet';
}

/** How honestly the shop predicts: what was said against what was found, over all jobs. */
export function ForecastAccuracy({
  accuracy,
  missed,
  units,
}: {
  accuracy: AccuracyOf;
  missed: number;
  units: UnitSystem;
}) {
  const { count, touched, brier, always, bins, within, stages, misses } = accuracy;
  const [all, setAll] = useState(false);
  return (
    <section data-testid="accuracy">
      <p className="text-lg">
        <b className="font-semibold">{count}</b> readings, {touched} of them touched. Brier score{' '}
        <b className="font-semibold">{brier.toFixed(3)}</b>: 0 is knowing everything, {always.toFixed(3)} is
        saying the same chance each time.{' '}
        {within.gaps > 0 &&
          `Of ${within.gaps} gaps that were read, ${pct(within.one / within.gaps)} lay within one spread and ${pct(within.two / within.gaps)} within two (68 and 95 % would be right).`}
      </p>
      <div className="mt-2 grid gap-8 md:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
        <Reliability bins={bins} />
        <div>
          <h2 className="text-lg font-semibold">Grade against what was found</h2>
          <Outcomes stages={stages} />
          <p className="text-graphite mt-1 text-[0.9rem]">
            One a stage, by the grade that stood before its first reading. A reading in one pose is not the
            whole zone: clear of contact where it was looked is all that it says.
          </p>
        </div>
      </div>
      <h2 className="mt-4 text-lg font-semibold">Misses, and what they taught</h2>
      {misses.length === 0 ? (
        <p>None so far.</p>
      ) : (
        <DataTable
          testId="misses"
          className="w-full text-[0.95rem]"
          stacked
          rows={all ? misses : misses.slice(0, MISSES)}
          keyOf={({ id }) => id}
          columns={[
            {
              head: '',
              className: 'text-graphite whitespace-nowrap',
              cell: ({ at }) => sayDate(at.slice(0, 10)),
            },
            {
              head: '',
              className: 'whitespace-nowrap',
              cell: ({ jobId, job }) => <a href={`/jobs/${jobId}/log`}>{job}</a>,
            },
            { head: '', cell: ({ vehicle }) => vehicle },
            {
              head: '',
              cell: ({ reading, why }) => (
                <>
                  {reading.obstacle.replaceAll('-', ' ')}, {reading.axle}: {wordingText(why, units)}
                </>
              ),
            },
            {
              head: '',
              className: 'text-graphite',
              cell: ({ taught }) => `taught: ${taughtWords(taught, units)}`,
            },
          ]}
        />
      )}
      {misses.length > MISSES && !all && (
        <Button className="mt-1" onClick={() => setAll(true)}>
          {missed > misses.length ? `Show the newest ${misses.length} of ${missed}` : `Show all ${missed}`}
        </Button>
      )}
    </section>
  );
}
