import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build, Tire } from '../../../core/format/build';
import type { FreeRegion } from '../../../core/clearance/cures/largest';
import { tireSize } from '../../../core/tire/size';
import { showWithUnit, unitOf, unitSize } from '../../../core/units/quantity';
import { across, Axes, up } from '../../drawings/Axes';
import { circlePath, markAt } from '../../drawings/marks';
import { $units } from '../../state/store';

type Dot = { widthMm: number; diameterMm: number; code: string };
type Props = { build: Build; region: FreeRegion; tires: readonly Tire[] };

const FRAME = { width: 560, height: 264, left: 52, foot: 38 };
/** Section widths that are drawn, mm; diameters are, to round figures around what is there. */
const WIDTHS_MM = { from: 175, to: 375 } as const;
const ROUND_MM = 50;
/** How near to a ring a pointer has to be to read it, in units of the drawing. */
const NEAR = 14;
const RING = 3.4;

/**
 * Wider or taller: which tires would stand at the margin on this wheel at this offset. The shaded field is free;
 * rings are the catalog's tires for this rim, the cross is the one in the package.
 */
export function RegionChart({ build, region, tires }: Props) {
  const units = useStore($units);
  const [read, setRead] = useState<Dot | null>(null);
  const per = unitSize('length', units);
  const unit = unitOf('length', units);
  const { tire, wheel } = build.package;
  const dotOf = (one: Tire): Dot => {
    const { sectionWidthMm, overallDiameterMm } = tireSize(one, wheel.widthIn);
    return { widthMm: sectionWidthMm, diameterMm: overallDiameterMm, code: one.code };
  };
  const own = dotOf(tire);
  const dots = tires.map(dotOf).filter(({ widthMm }) => widthMm >= WIDTHS_MM.from && widthMm <= WIDTHS_MM.to);
  const edge = region.edge.flatMap(({ widthMm, diameterMm }) =>
    diameterMm === null ? [] : [{ widthMm, diameterMm }],
  );
  const heights = [own, ...dots].map(({ diameterMm }) => diameterMm);
  const lowMm =
    Math.floor((Math.min(...heights, ...edge.map(({ diameterMm }) => diameterMm)) - 20) / ROUND_MM) *
    ROUND_MM;
  const highMm = Math.ceil((Math.max(...heights) + 30) / ROUND_MM) * ROUND_MM;
  const widths = { from: WIDTHS_MM.from / per, to: WIDTHS_MM.to / per, steps: 6, lengthIn: units };
  const diameters = { from: lowMm / per, to: highMm / per, steps: 6, lengthIn: units };
  const [atX, atY] = [across(FRAME, widths), up(FRAME, diameters)];
  const x = (mm: number): number => atX(mm / per);
  const y = (mm: number): number => atY(Math.min(mm, highMm) / per);
  const line = edge.map(({ widthMm, diameterMm }) => `${x(widthMm).toFixed(1)} ${y(diameterMm).toFixed(1)}`);
  const [first] = edge;
  const last = edge.at(-1);
  const say = (mm: number): string => showWithUnit(mm, 'length', units);
  const marks = [...dots, own].map((dot) => ({ dot, cx: x(dot.widthMm), cy: y(dot.diameterMm) }));
  const { left, width, height, foot } = FRAME;
  return (
    <figure data-testid="region-chart" aria-label="Free region of diameter and section width">
      <figcaption className="caption">
        Wider or taller at the {region.axle}: shaded is free at this offset, cross is this tire, rings the
        catalog
      </figcaption>
      <svg
        className="drawing"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-hidden
        onPointerMove={(event) => setRead(markAt(event, FRAME, marks, NEAR)?.dot ?? null)}
        onPointerLeave={() => setRead(null)}
      >
        <clipPath id="region-field">
          <rect x={left} y={0} width={width - left} height={height - foot} />
        </clipPath>
        <g clipPath="url(#region-field)">
          {first && last && (
            <>
              <path
                d={`M${x(first.widthMm)} ${height - foot}L${line.join('L')}L${x(last.widthMm)} ${height - foot}Z`}
                fill="var(--movable)"
                fillOpacity={0.7}
              />
              <path d={`M${line.join('L')}`} fill="none" stroke="var(--ink)" strokeWidth={2} />
            </>
          )}
        </g>
        <Axes
          frame={FRAME}
          x={{ ...widths, words: `section width, ${unit}` }}
          y={{ ...diameters, words: `diameter, ${unit}` }}
        />
        <path
          d={marks
            .slice(0, -1)
            .map((mark) => circlePath(mark, RING))
            .join('')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
        <path
          d={`M${x(own.widthMm) - 8} ${y(own.diameterMm)}h16M${x(own.widthMm)} ${y(own.diameterMm) - 8}v16`}
          stroke="var(--signal)"
          strokeWidth={3}
          data-testid="own-tire"
        />
      </svg>
      <p className="min-h-6 text-[0.92rem]" data-testid="region-read">
        {read ? (
          <>
            <b className="font-semibold">{read.code}</b>: {say(read.diameterMm)} × {say(read.widthMm)}
          </>
        ) : (
          <span className="text-graphite">Point at a ring to read which tire it is.</span>
        )}
      </p>
    </figure>
  );
}
