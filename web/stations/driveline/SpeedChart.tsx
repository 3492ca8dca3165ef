import { useStore } from '@nanostores/react';
import { memo } from 'react';
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
import type { Build } from '../../../core/format/build';
import { rpmAt, runningOf } from '../../../core/driveline/gearing';
import type { Powertrain } from '../../../core/format/driveline';
import { unitOf, unitSize } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { AXIS, GRID, LINE } from '../../ui/chartLook';

const FASTEST_KMH = 130;
const SPEEDS = Array.from({ length: 27 }, (_, i) => i * 5);

/** Engine speed against road speed in every gear: with the package drawn hard, as delivered dashed. */
export const SpeedChart = memo(function SpeedChart({
  build,
  powertrain,
}: {
  build: Build;
  powertrain: Powertrain;
}) {
  const units = useStore($units);
  const per = unitSize('speed', units);
  const { stock, package: now } = runningOf(build);
  const data = SPEEDS.map((kmh) => ({
    speed: kmh / per,
    ...Object.fromEntries(
      powertrain.gears.flatMap((gear, i) =>
        (
          [
            ['now', now],
            ['stock', stock],
          ] as const
        ).flatMap(([name, running]) => {
          const rpm = rpmAt(kmh, gear, running);
          return rpm > powertrain.redlineRpm * 1.02 ? [] : [[`${name}${i}`, Math.round(rpm)]];
        }),
      ),
    ),
  }));
  return (
    <figure data-testid="speed-chart" aria-label="Engine speed against road speed, per gear">
      <figcaption className="caption">
        Engine speed against road speed, per gear · dashed: as delivered
      </figcaption>
      <ResponsiveContainer width="100%" height={280} initialDimension={{ width: 560, height: 280 }}>
        <LineChart data={data} margin={{ top: 8, right: 16, bottom: 18, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="speed"
            type="number"
            domain={[0, Math.round(FASTEST_KMH / per)]}
            {...AXIS}
            label={{
              value: unitOf('speed', units),
              position: 'bottom',
              offset: 2,
              fill: 'var(--graphite)',
              fontSize: 13,
            }}
          />
          <YAxis {...AXIS} width={52} domain={[0, powertrain.redlineRpm]} />
          <ReferenceLine y={powertrain.redlineRpm} stroke="var(--ink)" strokeWidth={2} />
          <ReferenceLine y={powertrain.idleRpm} stroke="var(--ink)" strokeDasharray="2 3" />
          {build.use.cruiseKmh !== undefined && (
            <ReferenceLine x={build.use.cruiseKmh / per} stroke="var(--signal)" />
          )}
          {build.use.comfortRpm !== undefined && (
            <ReferenceLine y={build.use.comfortRpm} stroke="var(--signal)" strokeDasharray="6 4" />
          )}
          <Legend content={() => null} />
          {powertrain.gears.flatMap((_, i) => [
            <Line
              key={`s${i}`}
              dataKey={`stock${i}`}
              stroke="var(--graphite)"
              strokeDasharray="5 4"
              {...LINE}
            />,
            <Line key={`n${i}`} dataKey={`now${i}`} stroke="var(--ink)" strokeWidth={2} {...LINE} />,
          ])}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
});
