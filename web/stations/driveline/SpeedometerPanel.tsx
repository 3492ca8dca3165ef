import { showWithUnit } from '../../../core/units/quantity';
import { useStore } from '@nanostores/react';
import { memo } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { mostOverKmh } from '../../../core/driveline/speedometer';
import { show, unitOf, unitSize } from '../../../core/units/quantity';
import { AXIS, GRID, LINE } from '../../ui/chartLook';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { CheckList } from '../package/CheckList';
import { changeStage, setVehicle } from '../../state/edits';
import { $units } from '../../state/store';
import { dialSaidOnce } from '../../../core/driveline/speedometer';

/** What the dial shows and what it should: table, chart, regulation, drift, and the figure to set it to. */
export function SpeedometerPanel({ build, assessment }: { build: Build; assessment: Assessment }) {
  const units = useStore($units);
  const { speedometer, driveline } = assessment;
  const { correction } = driveline;
  const { vehicle, package: pack } = build;
  const per = unitSize('speed', units);
  const signed = (value: number, digits = 1): string => `${value > 0 ? '+' : ''}${value.toFixed(digits)}`;
  return (
    <div className="mt-4" data-testid="speedometer">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
        <h3 className="text-lg font-semibold">Speedometer and odometer</h3>
        <div className="w-40">
          <Choice
            label="Speed is counted at the"
            value={vehicle.speedSensor}
            options={[
              ['wheel', 'wheels'],
              ['transmission', 'transmission'],
            ]}
            choose={(one) => void setVehicle('/speedSensor', one)}
          />
        </div>
        <div className="w-36">
          <Field
            label="Over-read as delivered, %"
            path="vehicle.stockOverreadPct"
            value={vehicle.stockOverreadPct}
          />
        </div>
        <div className="w-36">
          <Field
            label={pack.tire.revsSource === 'measured' ? 'Turns, measured' : 'Turns, maker’s'}
            path="package.tire.revsPerKm"
            value={pack.tire.revsPerKm}
            put={(value) =>
              changeStage([
                value === undefined
                  ? { path: '/package/tire/revsPerKm' }
                  : { path: '/package/tire/revsPerKm', to: value },
                { path: '/package/tire/revsSource' },
              ])
            }
          />
        </div>
        <div className="w-36">
          <Field
            path="package.tire.treadDepthMm"
            value={pack.tire.treadDepthMm}
            empty={`${showWithUnit(correction.worn.treadDepthMm, 'length', units)}, est.`}
          />
        </div>
      </div>
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-8">
        <div>
          <table className="w-full text-[0.92rem]">
            <thead>
              <tr className="border-ink border-b">
                <th className="caption text-left">Dial, {unitOf('speed', units)}</th>
                {speedometer.trueAtIndicated.map(({ indicatedKmh }) => (
                  <th key={indicatedKmh} className="text-right font-medium">
                    {show(Math.round(indicatedKmh / per) * per, 'speed', units)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr className="border-line border-b font-semibold">
                <td>Drives</td>
                {speedometer.trueAtIndicated.map(({ indicatedKmh, trueKmh }) => (
                  <td key={indicatedKmh} className="text-right">
                    {((trueKmh / indicatedKmh) * Math.round(indicatedKmh / per)).toFixed(1)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
          <ul className="mt-1 text-[0.95rem]">
            <li>
              Set it to <b className="font-semibold">{correction.revsPerKm.toFixed(1)} turns per km</b>, or
              change its figure by <b className="font-semibold">{signed(correction.changePct)} %</b>
              {correction.countsAt === 'transmission' && ', axle ratio included'}.
            </li>
            <li>
              {/* As many km in 1000 km as miles in 1000 miles. */}
              After 1000 {units === 'metric' ? 'km' : 'miles'} driven the odometer is off by{' '}
              <b className="font-semibold">
                {correction.driftKmPer1000.toFixed(1)} {units === 'metric' ? 'km' : 'miles'}
              </b>
              {correction.driftKmPer1000 < -0.05 ? ': it counts too few, and services come late' : ''}.
            </li>
            <li>
              New tire {signed(speedometer.errorPct)} %, worn to the last tread{' '}
              {signed(correction.worn.errorPct)} %
              {correction.worn.source === 'estimate' && ' (estimate: tread depth by its pattern)'}.
            </li>
          </ul>
          <CheckList checks={dialSaidOnce(speedometer.checks)} />
        </div>
        <DialChart speedometer={speedometer} />
      </div>
    </div>
  );
}

/** How far the dial shows too much, and how far the regulation lets it. */
const DialChart = memo(function DialChart({ speedometer }: { speedometer: Assessment['speedometer'] }) {
  const units = useStore($units);
  const per = unitSize('speed', units);
  const data = speedometer.trueAtIndicated.map(({ indicatedKmh, trueKmh }) => ({
    dial: indicatedKmh / per,
    over: (indicatedKmh - trueKmh) / per,
    most: mostOverKmh(trueKmh) / per,
  }));
  return (
    <figure data-testid="speedometer-chart" aria-label="Over-reading of the dial against the regulation">
      <figcaption className="caption">
        Dial too high by, {unitOf('speed', units)}, against the dial · between 0 and the dashed line: UN
        Regulation 39
      </figcaption>
      <ResponsiveContainer width="100%" height={190} initialDimension={{ width: 560, height: 190 }}>
        <LineChart data={data} margin={{ top: 8, right: 16, bottom: 2, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="dial"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(value: number) => String(Math.round(value))}
            {...AXIS}
          />
          <YAxis {...AXIS} width={40} />
          <ReferenceLine y={0} stroke="var(--ink)" strokeWidth={2} />
          <Line dataKey="most" stroke="var(--ink)" strokeDasharray="6 4" {...LINE} />
          <Line dataKey="over" stroke="var(--signal)" strokeWidth={2.5} {...LINE} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
});
