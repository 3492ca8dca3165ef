import { useMemo, useRef } from 'react';
import type { PoseView } from '../../core/clearance/contact';
import { VIEWS } from '../../core/clearance/outline';
import type { Profile } from '../../core/clearance/profile';
import { showWithUnit, type UnitSystem } from '../../core/units/quantity';
import { CornerView, gapIn, type Frame } from './CornerView';
import type { Layer } from '../../core/format/materials';
import { Tape, type Runner } from './Tape';
import { useOneStop } from './oneStop';

export type TapeOf = { fromMm: number; toMm: number; runners: Runner[] };

type Props = {
  /** Whose lines they are: another corner has others. */
  corner: object;
  view: PoseView;
  profile: Profile;
  stock: Profile;
  layers: Readonly<Record<string, Layer>>;
  names: Readonly<Record<string, string>>;
  units: UnitSystem;
  upright: TapeOf;
  level: TapeOf;
  disabled: boolean;
  /** Words on the pose, a line each; the first is the large one. */
  notes: readonly string[];
};

const WIDTH = 660;
const HEIGHT = 596;
const SCALE = 0.275;
const FRAMES: readonly Frame[] = [
  {
    of: 'side',
    x: 308,
    y: 172,
    left: 150,
    top: 18,
    width: 316,
    height: 312,
    scale: SCALE,
    title: 'side, front to the left',
  },
  {
    of: 'front',
    x: 598,
    y: 172,
    left: 474,
    top: 18,
    width: 182,
    height: 312,
    scale: SCALE,
    title: 'from the front',
  },
  {
    of: 'plan',
    x: 308,
    y: 459,
    left: 150,
    top: 348,
    width: 316,
    height: 164,
    scale: SCALE,
    title: 'plan, outboard down',
  },
];

/** Side, plan and front views of one corner in one pose, with the shortest gap dimensioned and tapes at the edges. */
export function BenchDrawing({
  corner,
  view,
  profile,
  stock,
  layers,
  names,
  units,
  upright,
  level,
  disabled,
  notes,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const stop = useOneStop(svg);
  const scale = (): number => WIDTH / (svg.current?.getBoundingClientRect().width ?? WIDTH);
  const { hub, spin, nearest } = view;
  const best = VIEWS.reduce((most, of) => (gapIn(of, nearest) > gapIn(most, nearest) + 0.5 ? of : most));
  // While hub and spindle stand where they stood, so does everything else: a wheel that is moved on its hub moves no line.
  const stands = `${hub.join()} ${spin.join()} ${view.crossed} ${view.foreAftMm}`;
  const obstacles = useMemo(
    () =>
      view.obstacles.map(({ id, points }) => ({
        id,
        points,
        name: names[id] ?? id,
        layer: layers[id] ?? ('metal' as const),
      })),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [stands, corner, names, layers],
  );
  return (
    <svg
      ref={svg}
      {...stop}
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label="Bench drawing of the corner in the chosen pose"
      data-testid="bench-drawing"
    >
      {FRAMES.map((frame) => (
        <CornerView
          key={frame.of}
          frame={frame}
          profile={profile}
          stock={stock}
          hub={hub}
          spin={spin}
          obstacles={obstacles}
          near={nearest.obstacle}
          gap={{
            ...nearest,
            words: frame.of === best ? showWithUnit(nearest.clearanceMm, 'length', units) : '',
          }}
        />
      ))}
      {notes.map((note, i) => (
        <text
          key={note}
          x={476}
          y={368 + i * 22}
          fontSize={i === 0 ? 19 : 14.5}
          fontWeight={i === 0 ? 600 : 500}
        >
          {note}
        </text>
      ))}
      <Tape
        upright
        x={96}
        y={18}
        lengthPx={494}
        {...upright}
        units={units}
        scale={scale}
        disabled={disabled}
      />
      <Tape
        upright={false}
        x={150}
        y={548}
        lengthPx={500}
        {...level}
        units={units}
        scale={scale}
        disabled={disabled}
      />
    </svg>
  );
}
