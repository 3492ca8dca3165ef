import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { contour } from '../../core/clearance/contour';
import type { Fit } from '../../core/clearance/fit';
import { show, showWithUnit, type UnitSystem } from '../../core/units/quantity';
import { colour, onTheme } from './colour';

type Props = {
  fitMap: Fit['map'];
  inZone: Uint8Array;
  marginMm: number;
  lockDeg: number;
  travelMm: number;
  pick: (lockDeg: number, travelMm: number) => void;
  units: UnitSystem;
  names: Readonly<Record<string, string>>;
};

const WIDTH = 716;
const HEIGHT = 152;
const PLOT = { left: 52, right: 12, top: 8, bottom: 34 };
const plotWidth = WIDTH - PLOT.left - PLOT.right;
const plotHeight = HEIGHT - PLOT.top - PLOT.bottom;
/** Beyond this clearance a cell is left as paper. */
const FAR_MM = 60;

function indexNear(values: readonly number[], wanted: number): number {
  return values.reduce(
    (best, value, i) => (Math.abs(value - wanted) < Math.abs((values[best] ?? 0) - wanted) ? i : best),
    0,
  );
}

/** Paints one pixel per pose; the browser's own smoothing blends between them. */
function paint(canvas: HTMLCanvasElement, map: Fit['map'], marginMm: number): void {
  const locks = map.lockDeg.length;
  const travels = map.travelMm.length;
  canvas.width = locks;
  canvas.height = travels;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(locks, travels);
  const [ink, signal] = [colour('--ink'), colour('--signal')];
  map.clearanceMm.forEach((row, t) =>
    row.forEach((gap, l) => {
      const [red, green, blue] = gap < 0 ? signal : ink;
      const share =
        gap < 0
          ? 0.55 + Math.min(0.4, -gap / 60)
          : gap < marginMm
            ? 0.34
            : 0.22 * Math.max(0, 1 - (gap - marginMm) / FAR_MM);
      image.data.set([red, green, blue, Math.round(share * 255)], ((travels - 1 - t) * locks + l) * 4);
    }),
  );
  context.putImageData(image, 0, 0);
}

/** Edges between poses that count and poses that do not, as one path in grid units. */
function zoneEdges(inZone: Uint8Array, locks: number, travels: number): [number, number, number, number][] {
  const at = (l: number, t: number): number =>
    l < 0 || t < 0 || l >= locks || t >= travels ? -1 : (inZone[t * locks + l] ?? 0);
  const edges: [number, number, number, number][] = [];
  for (let t = 0; t < travels; t++)
    for (let l = 0; l < locks; l++) {
      if (at(l, t) + at(l + 1, t) === 1 && at(l + 1, t) >= 0)
        edges.push([l + 0.5, t - 0.5, l + 0.5, t + 0.5]);
      if (at(l, t) + at(l, t + 1) === 1 && at(l, t + 1) >= 0)
        edges.push([l - 0.5, t + 0.5, l + 0.5, t + 0.5]);
    }
  return edges;
}

/** Steer angle across, wheel travel up, clearance as shade; picks the pose that all drawings share. */
export function LockMap({
  fitMap,
  inZone,
  marginMm,
  lockDeg: poseLock,
  travelMm: poseTravel,
  pick,
  units,
  names,
}: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { lockDeg, travelMm, clearanceMm } = fitMap;
  const locks = lockDeg.length;
  const travels = travelMm.length;
  useEffect(() => {
    const draw = (): void => {
      if (canvas.current) paint(canvas.current, fitMap, marginMm);
    };
    draw();
    return onTheme(draw);
  }, [fitMap, marginMm]);
  const cellX = locks > 1 ? plotWidth / (locks - 1) : plotWidth;
  const cellY = plotHeight / (travels - 1);
  const x = (l: number): number => (locks > 1 ? PLOT.left + l * cellX : PLOT.left + plotWidth / 2);
  const y = (t: number): number => PLOT.top + plotHeight - t * cellY;
  const lines = useMemo(
    () => ({ zero: contour(clearanceMm, 0), margin: contour(clearanceMm, marginMm) }),
    [clearanceMm, marginMm],
  );
  const edges = useMemo(() => zoneEdges(inZone, locks, travels), [inZone, locks, travels]);
  const path = (segments: readonly (readonly [number, number, number, number])[]): string =>
    segments
      .map(
        ([x0, y0, x1, y1]) =>
          `M${x(x0).toFixed(1)} ${y(y0).toFixed(1)}L${x(x1).toFixed(1)} ${y(y1).toFixed(1)}`,
      )
      .join('');
  const l = indexNear(lockDeg, poseLock);
  const t = indexNear(travelMm, poseTravel);
  const choose = (li: number, ti: number): void => {
    const lock = lockDeg[Math.min(locks - 1, Math.max(0, li))];
    const travel = travelMm[Math.min(travels - 1, Math.max(0, ti))];
    if (lock !== undefined && travel !== undefined) pick(lock, travel);
  };
  const onPointer = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.type === 'pointermove' && event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const px = ((event.clientX - box.left) / box.width) * WIDTH - PLOT.left;
    const py = PLOT.top + plotHeight - ((event.clientY - box.top) / box.height) * HEIGHT;
    choose(Math.round(px / cellX), Math.round(py / cellY));
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    choose(l + (by[0] ?? 0) * (event.shiftKey ? 5 : 1), t + (by[1] ?? 0) * (event.shiftKey ? 5 : 1));
  };
  const gap = clearanceMm[t]?.[l] ?? NaN;
  const id = fitMap.obstacle[t]?.[l] ?? '';
  const nearest = names[id] ?? id;
  const words = `${(lockDeg[l] ?? 0).toFixed(1)}°, ${showWithUnit(travelMm[t] ?? 0, 'length', units)}: ${showWithUnit(gap, 'length', units)} to ${nearest}`;
  const lockTicks =
    locks > 1
      ? [lockDeg[0] ?? 0, (lockDeg[0] ?? 0) / 2, 0, (lockDeg[locks - 1] ?? 0) / 2, lockDeg[locks - 1] ?? 0]
      : [0];
  const lockX = (deg: number): number =>
    locks > 1
      ? PLOT.left + ((deg - (lockDeg[0] ?? 0)) / ((lockDeg[locks - 1] ?? 1) - (lockDeg[0] ?? 0))) * plotWidth
      : x(0);
  const travelY = (mm: number): number =>
    PLOT.top +
    plotHeight -
    ((mm - (travelMm[0] ?? 0)) / ((travelMm[travels - 1] ?? 1) - (travelMm[0] ?? 0))) * plotHeight;
  const [lowest, highest] = [travelMm[0] ?? 0, travelMm[travels - 1] ?? 0];
  const travelTicks = [lowest, ...(lowest < 0 && highest > 0 ? [0] : []), highest];
  return (
    <div className="relative" style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}>
      <div
        className="absolute overflow-hidden"
        style={{
          left: `${(PLOT.left / WIDTH) * 100}%`,
          top: `${(PLOT.top / HEIGHT) * 100}%`,
          width: `${(plotWidth / WIDTH) * 100}%`,
          height: `${(plotHeight / HEIGHT) * 100}%`,
        }}
      >
        {/* Half a cell wider all round, so that each pixel's centre lies on its pose. */}
        <canvas
          ref={canvas}
          aria-hidden
          data-testid="map-cells"
          data-in-zone={inZone.reduce((sum, one) => sum + one, 0)}
          className="absolute"
          style={{
            left: locks > 1 ? `${(-50 * cellX) / plotWidth}%` : 0,
            top: `${(-50 * cellY) / plotHeight}%`,
            width: locks > 1 ? `${100 + (100 * cellX) / plotWidth}%` : '100%',
            height: `${100 + (100 * cellY) / plotHeight}%`,
          }}
        />
      </div>
      <svg
        className="drawing absolute inset-0"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="application"
        tabIndex={0}
        aria-label={`Lock and travel map. Arrow keys pick the pose. Now ${words}`}
        data-testid="lock-map"
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        onKeyDown={onKeyDown}
      >
        <rect className="thin" x={PLOT.left} y={PLOT.top} width={plotWidth} height={plotHeight} />
        <path
          d={path(edges)}
          className="thin"
          strokeDasharray="8 3 2 3"
          strokeWidth={1.25}
          data-line="zone"
        />
        <path
          d={path(lines.margin)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.25}
          strokeDasharray="5 4"
          data-line="margin"
        />
        <path d={path(lines.zero)} fill="none" stroke="var(--ink)" strokeWidth={2.5} data-line="zero" />
        {travelTicks.includes(0) && (
          <path className="rule" d={`M${PLOT.left} ${travelY(0)}H${WIDTH - PLOT.right}`} />
        )}
        {lockTicks.map((deg) => (
          <text key={deg} x={lockX(deg)} y={HEIGHT - PLOT.bottom + 15} textAnchor="middle" fontSize={12}>
            {Math.abs(deg).toFixed(0)}°
          </text>
        ))}
        {locks > 1 ? (
          <>
            <text x={PLOT.left} y={HEIGHT - 8} fontSize={12} className="quiet">
              ← wheel outside the turn
            </text>
            <text x={WIDTH - PLOT.right} y={HEIGHT - 8} fontSize={12} textAnchor="end" className="quiet">
              inside the turn →
            </text>
          </>
        ) : (
          <text
            x={PLOT.left + plotWidth / 2}
            y={HEIGHT - 8}
            fontSize={12}
            textAnchor="middle"
            className="quiet"
          >
            this axle does not steer
          </text>
        )}
        {travelTicks.map((mm, i) => (
          <text
            key={mm}
            x={PLOT.left - 6}
            y={travelY(mm) + (i === 0 ? 0 : i === travelTicks.length - 1 ? 10 : 4)}
            textAnchor="end"
            fontSize={12}
          >
            {mm === 0 ? 'ride' : show(mm, 'length', units)}
          </text>
        ))}
        <g data-testid="map-pose">
          <path
            d={`M${x(l)} ${PLOT.top}V${PLOT.top + plotHeight}M${PLOT.left} ${y(t)}H${WIDTH - PLOT.right}`}
            stroke="var(--signal)"
            strokeWidth={0.8}
          />
          <circle cx={x(l)} cy={y(t)} r={5.5} fill="var(--sheet)" stroke="var(--signal)" strokeWidth={2.5} />
        </g>
      </svg>
    </div>
  );
}
