import { lengthTicks } from '../../../core/units/lengthTicks';
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
import type { Assessment } from '../../../core/assess';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { sidewallCurve, TRAIL_SHARE } from '../../../core/load/pressure';
import { tireSize } from '../../../core/tire/size';
import { show, unitOf, unitSize } from '../../../core/units/quantity';
import { GRID, LINE } from '../../ui/chartLook';
import { $units } from '../../state/store';

/**
 * Usable sidewall pressed in, in per cent, and length on the ground, against pressure: both tires under the load that
 * the axle has now. An estimate.
 */
export const PressureChart = memo(function PressureChart({
  build,
  assessment: { load },
  axle,
}: {
  build: Build;
  assessment: Assessment;
  axle: AxleName;
}) {
  const units = useStore($units);
  const { stock } = build.vehicle;
  const { tire, wheel } = build.package;
  const highKpa = Math.max(300, tire.maxPressureKpa ?? 0, load.pressureKpa?.[axle].road ?? 0);
  // The trail pressure stands in the chart too.
  const lowKpa = Math.min(80, (load.pressureKpa?.[axle].trail ?? 80) - 10);
  const kg = load.axleKg[axle] / 2;
  const now = sidewallCurve(tire, tireSize(tire, wheel.widthIn), kg, [lowKpa, highKpa]);
  const before = sidewallCurve(stock.tire, tireSize(stock.tire, stock.wheel.widthIn), kg, [lowKpa, highKpa]);
  const per = unitSize('pressure', units);
  const mm = unitSize('length', units);
  const data = now.map((one, i) => {
    const other = before[i] ?? one;
    return {
      kpa: one.kpa / per,
      now: (100 * one.deflectionMm) / one.usableMm,
      stock: (100 * other.deflectionMm) / other.usableMm,
      length: one.contactLengthMm / mm,
      stockLength: other.contactLengthMm / mm,
    };
  });
  const longest = Math.max(...data.flatMap(({ length, stockLength }) => [length, stockLength]));
  const pressure = load.pressureKpa?.[axle];
  const marks = pressure
    ? ([
        ['road', pressure.road],
        ['trail', pressure.trail],
      ] as const)
    : [];
  return (
    <figure data-testid={`pressure-chart-${axle}`} aria-label={`Sidewall against pressure, ${axle}`}>
      <figcaption className="caption">
        {axle === 'front' ? 'Front' : 'Rear'}: sidewall pressed in, % of usable, and length on the ground,{' '}
        {unitOf('length', units)}, against {unitOf('pressure', units)} · est.
      </figcaption>
      <ResponsiveContainer width="100%" height={190} initialDimension={{ width: 300, height: 190 }}>
        <LineChart data={data} margin={{ top: 32, right: 4, bottom: 2, left: 0 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="kpa"
            type="number"
            domain={[lowKpa / per, highKpa / per]}
            tickFormatter={(value: number) => String(Math.round(value))}
            stroke="var(--graphite)"
            fontSize={12}
          />
          <YAxis yAxisId="share" stroke="var(--graphite)" fontSize={12} width={30} domain={[0, 'auto']} />
          <YAxis
            yAxisId="length"
            orientation="right"
            stroke="var(--graphite)"
            fontSize={12}
            width={36}
            domain={[0, longest]}
            ticks={lengthTicks(0, longest * mm, 5, units).map(({ at }) => at)}
            tickFormatter={(value: number) => show(value * mm, 'length', units)}
          />
          <ReferenceLine
            yAxisId="share"
            y={100 * TRAIL_SHARE[wheel.bead]}
            stroke="var(--signal)"
            strokeDasharray="6 4"
          />
          {marks.map(([word, kpa]) => (
            <ReferenceLine
              key={word}
              yAxisId="share"
              x={kpa / per}
              stroke="var(--ink)"
              label={{
                value: `${word} ${show(kpa, 'pressure', units)}`,
                position: 'top',
                // On a narrow page they stand near one another: one above the other.
                dy: word === 'trail' ? -13 : 0,
                fill: 'var(--ink)',
                fontSize: 12,
              }}
            />
          ))}
          <Legend content={() => null} />
          <Line yAxisId="share" dataKey="stock" stroke="var(--graphite)" strokeDasharray="5 4" {...LINE} />
          <Line yAxisId="share" dataKey="now" stroke="var(--ink)" strokeWidth={2.5} {...LINE} />
          <Line
            yAxisId="length"
            dataKey="stockLength"
            stroke="var(--graphite)"
            strokeDasharray="1 3"
            {...LINE}
          />
          <Line
            yAxisId="length"
            dataKey="length"
            stroke="var(--ink)"
            strokeDasharray="1 3"
            strokeWidth={2}
            {...LINE}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
});
