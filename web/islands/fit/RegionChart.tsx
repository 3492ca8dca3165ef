import { useStore } from '@nanostores/react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Build, Tire } from '../../../core/build';
import type { FreeRegion } from '../../../core/clearance/cures/largest';
import { tireSize } from '../../../core/tire/size';
import { showWithUnit, unitOf, unitSize } from '../../../core/units/quantity';
import { AXIS, GRID } from '../controls/chartLook';
import { $units } from '../sheet/store';

type Dot = { width: number; dot: number; words: string; own: boolean };

function Mark({ cx = 0, cy = 0, payload }: { cx?: number; cy?: number; payload?: Dot }) {
  return payload?.own ? (
    <path
      d={`M${cx - 8} ${cy}H${cx + 8}M${cx} ${cy - 8}V${cy + 8}`}
      stroke="var(--signal)"
      strokeWidth={3}
      data-testid="own-tire"
    />
  ) : (
    <circle cx={cx} cy={cy} r={3.4} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
  );
}

function Words({ active, payload }: { active?: boolean; payload?: readonly { payload?: unknown }[] }) {
  const dot = payload?.map((one) => one.payload as Partial<Dot> | undefined).find((one) => one?.words);
  return active && dot?.words ? (
    <div className="bg-sheet border-line border px-2 py-1">{dot.words}</div>
  ) : null;
}

type Props = { build: Build; region: FreeRegion; tires: readonly Tire[] };

/**
 * Wider or taller: which tires would stand at the margin on this wheel at this offset. The shaded field is free;
 * rings are the catalog's tires for this rim, the cross is the one in the package.
 */
export function RegionChart({ build, region, tires }: Props) {
  const units = useStore($units);
  const per = unitSize('length', units);
  const { tire, wheel } = build.package;
  const own = tireSize(tire, wheel.widthIn);
  const dotOf = (one: Tire, isOwn: boolean): Dot => {
    const size = tireSize(one, wheel.widthIn);
    return {
      width: size.sectionWidthMm / per,
      dot: size.overallDiameterMm / per,
      words: `${one.code}: ${showWithUnit(size.overallDiameterMm, 'length', units)} × ${showWithUnit(size.sectionWidthMm, 'length', units)}`,
      own: isOwn,
    };
  };
  const dots = [...tires.map((one) => dotOf(one, false)), dotOf(tire, true)];
  const edge = region.edge
    .filter(({ diameterMm }) => diameterMm !== null)
    .map(({ widthMm, diameterMm }) => ({ width: widthMm / per, free: (diameterMm ?? 0) / per }));
  const unit = unitOf('length', units);
  const heights = [...dots.map(({ dot }) => dot), ...edge.map(({ free }) => free)];
  const low = Math.floor((Math.min(...heights) * per - 20) / 50) * 50;
  const high =
    Math.ceil((Math.max(own.overallDiameterMm, ...dots.map(({ dot }) => dot * per)) + 30) / 50) * 50;
  const label = { fill: 'var(--graphite)', fontSize: 13 };
  return (
    <figure data-testid="region-chart" aria-label="Free region of diameter and section width">
      <figcaption className="caption">
        Wider or taller at the {region.axle}: shaded is free at this offset, cross is this tire, rings the
        catalog
      </figcaption>
      <ResponsiveContainer width="100%" height={250} initialDimension={{ width: 560, height: 250 }}>
        <ComposedChart margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="width"
            type="number"
            domain={[175 / per, 375 / per]}
            allowDataOverflow
            {...AXIS}
            tickFormatter={(value: number) => String(Math.round(value * 10) / 10)}
            label={{ value: `section width, ${unit}`, position: 'bottom', offset: 2, ...label }}
          />
          <YAxis
            type="number"
            domain={[low / per, high / per]}
            allowDataOverflow
            {...AXIS}
            width={56}
            tickFormatter={(value: number) => String(Math.round(value * 10) / 10)}
            label={{ value: `diameter, ${unit}`, angle: -90, position: 'insideLeft', offset: 8, ...label }}
          />
          <Area
            data={edge}
            dataKey="free"
            stroke="var(--ink)"
            strokeWidth={2}
            fill="var(--movable)"
            fillOpacity={0.7}
            baseValue={low / per}
            isAnimationActive={false}
          />
          <Tooltip content={<Words />} cursor={false} />
          <Scatter data={dots} dataKey="dot" shape={<Mark />} isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
