import { nice } from 'd3-array';
import { lengthTicks } from '../../../core/units/lengthTicks';
import { useStore } from '@nanostores/react';
import {
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { LiftCurve } from '../../../core/clearance/cures/liftCurves';
import type { AxleName } from '../../../core/format/names';
import { unitOf, unitSize, show } from '../../../core/units/quantity';
import { AXIS, GRID, LINE } from '../../ui/chartLook';
import { $units } from '../../state/store';

const STEPS = 5;
const LINES = [
  { kind: 'spring', name: 'spring', dash: '0' },
  { kind: 'body', name: 'body', dash: '7 4' },
  { kind: 'bracket', name: 'bracket', dash: '2 3' },
  { kind: 'bump-stop', name: 'bump stop', dash: '10 3 2 3' },
] as const;

/** Least clearance of the corner against more of each kind of lift, each alone; told apart by dashes, not colour. */
export function LiftChart({
  axle,
  curves,
  marginMm,
}: {
  axle: AxleName;
  curves: readonly LiftCurve[];
  marginMm: number;
}) {
  const units = useStore($units);
  const per = unitSize('length', units);
  const amounts = [...new Set(curves.flatMap(({ points }) => points.map((p) => p.amountMm)))];
  const data = amounts
    .sort((a, b) => a - b)
    .map((amountMm) => ({
      amount: amountMm / per,
      ...Object.fromEntries(
        curves.flatMap(({ kind, points }) => {
          const leastMm = points.find((point) => point.amountMm === amountMm)?.leastMm;
          return leastMm == null ? [] : [[kind, Math.round((leastMm / per) * 100) / 100]];
        }),
      ),
    }));
  const leasts = curves.flatMap(({ points }) => points.flatMap(({ leastMm }) => leastMm ?? []));
  // Touching and the margin are what the lines are read against.
  const [low, high] = nice(Math.min(0, ...leasts) / per, Math.max(marginMm, ...leasts) / per, STEPS);
  const unit = unitOf('length', units);
  const marksUp = lengthTicks(low * per, high * per, STEPS, units);
  const marksAcross = lengthTicks(0, amounts.at(-1) ?? 0, STEPS, units);
  const words = (value: number): string => show(value * per, 'length', units);
  return (
    <figure data-testid="lift-chart" aria-label="Least clearance against lift, by kind">
      <figcaption className="caption">
        Least clearance at the {axle} against more lift, one kind at a time, {unit}
      </figcaption>
      <ResponsiveContainer width="100%" height={250} initialDimension={{ width: 560, height: 250 }}>
        <LineChart data={data} margin={{ top: 8, right: 12, bottom: 18, left: 0 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="amount"
            type="number"
            domain={[0, 'dataMax']}
            ticks={marksAcross.map(({ at }) => at)}
            tickFormatter={words}
            {...AXIS}
            label={{
              value: `added lift, ${unit}`,
              position: 'bottom',
              offset: 2,
              fill: 'var(--graphite)',
              fontSize: 13,
            }}
          />
          <YAxis
            {...AXIS}
            width={44}
            domain={[low, high]}
            ticks={marksUp.map(({ at }) => at)}
            tickFormatter={words}
          />
          <ReferenceLine y={0} stroke="var(--ink)" strokeWidth={2} />
          <ReferenceLine y={marginMm / per} stroke="var(--ink)" strokeDasharray="5 4" />
          <Legend position="top" height={22} iconType="plainline" wrapperStyle={{ fontSize: 13 }} />
          {LINES.map(({ kind, name, dash }, i) => (
            <Line
              key={kind}
              dataKey={kind}
              name={name}
              stroke={i === 0 ? 'var(--signal)' : 'var(--ink)'}
              strokeWidth={2.2}
              strokeDasharray={dash}
              {...LINE}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
