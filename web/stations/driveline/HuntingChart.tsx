import { useStore } from '@nanostores/react';
import { memo } from 'react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Legend,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { Build } from '../../../core/format/build';
import { runningOf } from '../../../core/driveline/gearing';
import { huntingBand } from '../../../core/driveline/hunting';
import type { Powertrain } from '../../../core/format/driveline';
import { unitOf, unitSize } from '../../../core/units/quantity';
import { AXIS, GRID, LINE } from '../../ui/chartLook';
import { $units } from '../../state/store';

const LOW_KMH = 50;
const HIGH_KMH = 130;

/** Grade against speed: the band between what top gear and the next one hold, in which the gearbox hunts. */
export const HuntingChart = memo(function HuntingChart({
  build,
  powertrain,
}: {
  build: Build;
  powertrain: Powertrain;
}) {
  const units = useStore($units);
  const per = unitSize('speed', units);
  const { stock, package: now } = runningOf(build);
  const before = huntingBand(powertrain, stock, LOW_KMH, HIGH_KMH);
  const band = huntingBand(powertrain, now, LOW_KMH, HIGH_KMH);
  if (band.length === 0) return null;
  const data = band.map(({ speedKmh, topPct, nextPct }, i) => ({
    speed: speedKmh / per,
    ...(topPct === null ? {} : { top: topPct }),
    ...(nextPct === null ? {} : { next: nextPct }),
    ...(topPct === null || nextPct === null ? {} : { band: [Math.max(0, topPct), Math.max(0, nextPct)] }),
    ...(before[i]?.topPct == null ? {} : { stock: before[i].topPct }),
  }));
  return (
    <figure data-testid="hunting-chart" aria-label="Grades between which the gearbox hunts, against speed">
      <figcaption className="caption">
        Shaded: grades, %, on which top gear no longer holds and the next one does, against{' '}
        {unitOf('speed', units)} · dashed: top gear as delivered · est.
      </figcaption>
      <ResponsiveContainer width="100%" height={190} initialDimension={{ width: 560, height: 190 }}>
        <ComposedChart data={data} margin={{ top: 8, right: 16, bottom: 2, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="speed"
            type="number"
            domain={[LOW_KMH / per, HIGH_KMH / per]}
            tickFormatter={(value: number) => String(Math.round(value))}
            {...AXIS}
          />
          <YAxis {...AXIS} width={40} domain={[0, 'auto']} allowDataOverflow />
          {build.use.cruiseKmh !== undefined && (
            <ReferenceLine x={build.use.cruiseKmh / per} stroke="var(--signal)" />
          )}
          <Legend content={() => null} />
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--graphite)"
            fillOpacity={0.28}
            isAnimationActive={false}
          />
          <Line dataKey="stock" stroke="var(--graphite)" strokeDasharray="5 4" {...LINE} />
          <Line dataKey="top" stroke="var(--ink)" strokeWidth={2.5} {...LINE} />
          <Line dataKey="next" stroke="var(--ink)" strokeWidth={1} {...LINE} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
});
