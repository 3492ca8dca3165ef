import { useEffect, useMemo, useRef } from 'react';
import type { Fold, FoldWindow } from '../../core/clearance/fold';
import { tireOutline, type Profile } from '../../core/clearance/profile';
import { showWithUnit, type UnitSystem } from '../../core/units/quantity';
import { colour, onTheme } from './colour';
import type { Layer } from '../../core/format/materials';
import { useRunner } from './slider';
import { useOneStop } from './oneStop';

/** What the handles change: the overall diameter, the section width, the centre plane (mm). */
export type Pull = { diameterMm?: number; widthMm?: number; centreMm?: number };

type Props = {
  window: FoldWindow;
  fold: Fold | null;
  layers: readonly Layer[];
  names: readonly string[];
  profile: Profile;
  stock: Profile;
  units: UnitSystem;
  gap: { clearanceMm: number; name: string };
  pull: (change: Pull) => void;
  disabled: boolean;
};

const WIDTH = 450;
const HATCH_PX = 6;

/** Pixels per cell: enough for the hatching to be read, few enough to be painted while a hand drags. */
const PER_CELL = 2;

/** What is never cut is hatched, metal is dark, what gives is light. One 32-bit write per pixel. */
function paint(canvas: HTMLCanvasElement, fold: Fold, layers: readonly Layer[]): void {
  const width = fold.columns * PER_CELL;
  const height = fold.rows * PER_CELL;
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  // Little-endian, as every machine that runs a browser is: alpha, blue, green, red from the top.
  const packed = ([red, green, blue]: readonly number[], alpha: number): number =>
    ((alpha << 24) | ((blue ?? 0) << 16) | ((green ?? 0) << 8) | (red ?? 0)) >>> 0;
  const hatch = colour('--hatch');
  const shades: Record<Layer, readonly [number, number]> = {
    movable: [packed(colour('--movable'), 255), packed(colour('--movable'), 255)],
    metal: [packed(colour('--metal'), 255), packed(colour('--metal'), 255)],
    never: [packed(hatch, 46), packed(hatch, 255)],
  };
  const ofCell = [[0, 0] as const, ...layers.map((layer) => shades[layer])];
  for (let py = 0, at = 0; py < height; py++) {
    const row = (fold.rows - 1 - Math.floor(py / PER_CELL)) * fold.columns;
    for (let px = 0; px < width; px++, at++) {
      const cell = fold.cells[row + (px >> 1)] ?? 0;
      if (cell !== 0) pixels[at] = ofCell[cell]?.[(px + py) % HATCH_PX < 2 ? 1 : 0] ?? 0;
    }
  }
  context.putImageData(image, 0, 0);
}

/**
 * The wheel's-eye section: everything the wheel could meet in every pose of the zone, in the wheel's own
 * section plane; sideways the distance from the hub face, upward the radius. White is free space. The
 * tire's edges are handles.
 */
export function WheelSection({
  window,
  fold,
  layers,
  names,
  profile,
  stock,
  units,
  gap,
  pull,
  disabled,
}: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const filled = useMemo(() => fold?.cells.reduce((sum, cell) => sum + (cell === 0 ? 0 : 1), 0), [fold]);
  const svg = useRef<SVGSVGElement>(null);
  const stop = useOneStop(svg);
  const spanA = window.aMm[1] - window.aMm[0];
  const spanR = window.rMm[1] - window.rMm[0];
  const px = WIDTH / spanA;
  const height = spanR * px;
  useEffect(() => {
    const draw = (): void => {
      if (canvas.current && fold) paint(canvas.current, fold, layers);
    };
    draw();
    return onTheme(draw);
  }, [fold, layers]);
  const x = (a: number): number => (a - window.aMm[0]) * px;
  const y = (r: number): number => height - (r - window.rMm[0]) * px;
  const scale = (): number => WIDTH / (svg.current?.getBoundingClientRect().width ?? WIDTH);
  const outline = (of: Profile): string =>
    `M${tireOutline(of)
      .map(([a, r]) => `${x(a).toFixed(1)} ${y(r).toFixed(1)}`)
      .join('L')}Z`;
  const rim = (of: Profile): string =>
    `M${x(of.centreMm - of.rimHalfWidthMm)} ${y(of.rimInnerMm)}V${y(of.rimOuterMm)}H${x(of.centreMm + of.rimHalfWidthMm)}V${y(of.rimInnerMm)}Z`;
  const { centreMm, tireHalfWidthMm, tireOuterMm, tireInnerMm } = profile;
  const middle = (tireInnerMm + tireOuterMm) / 2;
  const width = 2 * tireHalfWidthMm;
  const say = (mm: number): string => showWithUnit(mm, 'length', units);
  const common = { scale, disabled, step: 1 };
  const top = useRunner({
    ...common,
    label: 'Overall diameter',
    value: 2 * tireOuterMm,
    min: 2 * tireInnerMm + 80,
    max: 1200,
    text: say(2 * tireOuterMm),
    perY: -2 / px,
    move: (diameterMm) => pull({ diameterMm }),
  });
  const outer = useRunner({
    ...common,
    label: 'Outer edge: section width',
    value: width,
    min: 120,
    max: 450,
    text: say(width),
    perX: 2 / px,
    move: (widthMm) => pull({ widthMm }),
  });
  const inner = useRunner({
    ...common,
    label: 'Inner edge: section width',
    value: width,
    min: 120,
    max: 450,
    text: say(width),
    perX: -2 / px,
    move: (widthMm) => pull({ widthMm }),
  });
  const body = useRunner({
    ...common,
    label: 'Centre plane: offset',
    value: centreMm,
    min: -150,
    max: 150,
    text: say(centreMm),
    perX: 1 / px,
    move: (next) => pull({ centreMm: next }),
  });
  const grip = (cx: number, cy: number, turned: boolean) => (
    <>
      <rect x={cx - 16} y={cy - 16} width={32} height={32} fill="transparent" />
      <rect
        className="runner"
        x={cx - (turned ? 4 : 13)}
        y={cy - (turned ? 13 : 4)}
        width={turned ? 8 : 26}
        height={turned ? 26 : 8}
      />
    </>
  );
  const under = (event: React.PointerEvent): string => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !fold) return '';
    const column = Math.floor(((event.clientX - box.left) / box.width) * fold.columns);
    const row = fold.rows - 1 - Math.floor(((event.clientY - box.top) / box.height) * fold.rows);
    const cell = fold.cells[row * fold.columns + column] ?? 0;
    return cell === 0 ? '' : (names[cell - 1] ?? '');
  };
  const tip = useRef<SVGTextElement>(null);
  return (
    <div className="relative" style={{ aspectRatio: `${WIDTH} / ${height}` }}>
      <canvas
        ref={canvas}
        aria-hidden
        data-testid="section-cells"
        data-filled={filled}
        className="absolute inset-0 h-full w-full"
        style={{ imageRendering: 'pixelated' }}
      />
      <svg
        ref={svg}
        {...stop}
        className="drawing absolute inset-0"
        viewBox={`0 0 ${WIDTH} ${height}`}
        aria-label="Wheel's-eye section: free space around the tire in every pose of the zone"
        role="group"
        data-testid="wheel-section"
        onPointerMove={(event) => {
          if (tip.current) tip.current.textContent = under(event);
        }}
      >
        <rect className="thin" x={0.5} y={0.5} width={WIDTH - 1} height={height - 1} />
        <line x1={x(0)} x2={x(0)} y1={0} y2={height} className="thin" strokeDasharray="12 3 2 3" />
        <text
          x={x(0) + 4}
          y={16}
          fontSize={12}
          className="quiet"
          paintOrder="stroke"
          stroke="var(--paper)"
          strokeWidth={3}
        >
          hub face
        </text>
        <text
          x={6}
          y={16}
          fontSize={12}
          className="quiet"
          paintOrder="stroke"
          stroke="var(--paper)"
          strokeWidth={3}
        >
          ← inboard
        </text>
        <text
          x={WIDTH - 6}
          y={16}
          fontSize={12}
          className="quiet"
          paintOrder="stroke"
          stroke="var(--paper)"
          strokeWidth={3}
          textAnchor="end"
        >
          outboard →
        </text>
        <path d={rim(profile)} className="rim" />
        <g {...body} data-testid="pull-centre">
          <path d={outline(profile)} className="tire" />
          <rect
            className="runner"
            x={x(centreMm) - 6}
            y={y(middle) - 6}
            width={12}
            height={12}
            transform={`rotate(45 ${x(centreMm)} ${y(middle)})`}
          />
        </g>
        <path d={outline(stock)} className="stock" pointerEvents="none" />
        <g {...top} data-testid="pull-diameter">
          {grip(x(centreMm), y(tireOuterMm), false)}
        </g>
        <g {...outer} data-testid="pull-outer">
          {grip(x(centreMm + tireHalfWidthMm), y(middle), true)}
        </g>
        <g {...inner} data-testid="pull-inner">
          {grip(x(centreMm - tireHalfWidthMm), y(middle), true)}
        </g>
        <g pointerEvents="none">
          <text x={x(centreMm)} y={y(middle) + 26} fontSize={14} textAnchor="middle" fontWeight={600}>
            {say(width)} wide
          </text>
          <text x={x(centreMm)} y={y(tireOuterMm) + 20} fontSize={14} textAnchor="middle" fontWeight={600}>
            ⌀ {say(2 * tireOuterMm)}
          </text>
          <text ref={tip} x={6} y={height - 6} fontSize={13} />
          <text
            x={WIDTH - 6}
            y={height - 6}
            fontSize={14}
            textAnchor="end"
            className="gap-text"
            paintOrder="stroke"
            stroke="var(--paper)"
            strokeWidth={4}
          >
            {say(gap.clearanceMm)} · {gap.name}
          </text>
        </g>
      </svg>
    </div>
  );
}
