import { memo } from 'react';
import type { Point } from '../../core/clearance/contact';
import { nearFace, project, rimShadow, tireShadow, type Flat, type View } from '../../core/clearance/outline';
import type { Profile } from '../../core/clearance/profile';
import type { Layer } from '../../core/format/materials';
import { PointHandle } from './PointHandle';

/**
 * One view of a corner on a sheet of drawings: where its box is, where the hub's place as delivered falls in
 * it, and its scale in units of the drawing per mm.
 */
export type Frame = {
  of: View;
  left: number;
  top: number;
  width: number;
  height: number;
  x: number;
  y: number;
  scale: number;
  title: string;
};

/** Forward is drawn to the left, outboard to the right from the front and downward in plan, up is up. */
const AXES: Record<View, readonly [1 | -1, 1 | -1]> = { side: [-1, -1], front: [1, -1], plan: [-1, 1] };

export type Gap = { at: Point; surface: Point; words: string };
export type DrawnObstacle = {
  id: string;
  name: string;
  layer: Layer;
  points: readonly Point[];
  /** Numbers of the points that were not measured. */
  guessed?: readonly number[];
};
/** How sure a point is, along each axis, as mm on the drawing; `loose` is one that places nothing. */
export type DrawnSpread = { at: Point; radius: Point; loose: boolean; words: string };
/** Where to hold the tape: a line in one view with what it reads. */
export type Guide = { view: View; from: Point; to: Point; words: string };

type Props = {
  frame: Frame;
  profile: Profile;
  /** The as-delivered tire, as a thin outline; left out where it is the one that stands there. */
  stock?: Profile;
  hub: Point;
  spin: Point;
  obstacles: readonly DrawnObstacle[];
  near: string;
  gap?: Gap;
  /** Points of the obstacle that is being worked on, shown as dots; -1 marks none of them. */
  marked?: { id: string; point: number };
  pick?: (id: string) => void;
  guide?: Guide;
  spreads?: readonly DrawnSpread[];
  /** Lets the marked obstacle's points be moved, by mm along the axes of space. */
  movePoint?: {
    scale: () => number;
    move: (point: number, by: Point) => void;
    take: (point: number) => void;
  };
};

/** mm along the axes of space for mm across and down a view. */
function inSpace(view: View, across: number, down: number): Point {
  if (view === 'side') return [across, 0, down];
  return view === 'plan' ? [across, down, 0] : [0, across, down];
}

/** Length in mm that a gap has in a view; the view that shows most of it carries its dimension. */
export function gapIn(view: View, gap: Pick<Gap, 'at' | 'surface'>): number {
  const [a, b] = [project(view, gap.at), project(view, gap.surface)];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

/** Where a flat point of a view falls on the sheet. */
const placing =
  ({ of, x, y, scale }: Frame) =>
  ([u, v]: Flat): Flat => {
    const [signX, signY] = AXES[of];
    return [x + signX * u * scale, y + signY * v * scale];
  };

function path(place: (point: Flat) => Flat, points: readonly Flat[], close = ''): string {
  if (points.length === 0) return '';
  const words = points.map((point) =>
    place(point)
      .map((n) => Math.round(n * 10) / 10)
      .join(' '),
  );
  // Points of an outline that fall on one another on the sheet are one.
  return `M${words.filter((word, i) => word !== words[i - 1]).join('L')}${close}`;
}

const cross = ([cx, cy]: Flat, arm: number): string =>
  `M${cx - arm} ${cy}H${cx + arm}M${cx} ${cy - arm}V${cy + arm}`;

/** The obstacles' lines alone: drawn anew when they move, not with every move of the wheel. */
const Lines = memo(function Lines({
  frame,
  obstacles,
  near,
  pick,
}: Pick<Props, 'frame' | 'obstacles' | 'near' | 'pick'>) {
  const place = placing(frame);
  return obstacles.map(({ id, name, layer, points, guessed = [] }) => {
    const [only] = points;
    const d =
      points.length === 1 && only
        ? cross(place(project(frame.of, only)), 4)
        : path(
            place,
            points.map((point) => project(frame.of, point)),
          );
    return (
      <g key={id} onPointerDown={pick && (() => pick(id))} style={pick && { cursor: 'pointer' }}>
        {pick && <path d={d} fill="none" stroke="transparent" strokeWidth={12} />}
        <path
          className="obstacle"
          data-layer={layer}
          data-near={id === near}
          data-guess={guessed.length * 2 > points.length}
          d={d}
        >
          <title>{name}</title>
        </path>
      </g>
    );
  });
});

export function CornerView({
  frame,
  profile,
  stock,
  hub,
  spin,
  obstacles,
  near,
  gap,
  marked,
  pick,
  guide,
  spreads = [],
  movePoint,
}: Props) {
  const { of, left, top, width, height } = frame;
  const [signX, signY] = AXES[of];
  const place = placing(frame);
  const at = (point: Point): Flat => place(project(of, point));
  const groundY = place([0, hub[2] - profile.tireOuterMm * 0.97])[1];
  const ends = gap && ([at(gap.at), at(gap.surface)] as const);
  const toRight = ends && ends[0][0] < left + width * 0.55;
  return (
    <g data-view={of}>
      <clipPath id={`clip-${of}-${left}`}>
        <rect x={left} y={top} width={width} height={height} />
      </clipPath>
      <rect className="rule" x={left} y={top} width={width} height={height} />
      <text x={left + 5} y={top - 4} fontSize={14} className="quiet">
        {frame.title}
      </text>
      <g clipPath={`url(#clip-${of}-${left})`}>
        {of !== 'plan' && <path className="thin" d={`M${left} ${groundY}H${left + width}`} />}
        {stock && (
          <path className="stock" d={path(place, tireShadow(stock, [0, 0, 0], [0, 1, 0], of), 'Z')} />
        )}
        <path className="tire" d={path(place, tireShadow(profile, hub, spin, of), 'Z')} />
        <path className="thin" fill="none" d={path(place, nearFace(profile, hub, spin, of), 'Z')} />
        <path className="rim" d={path(place, rimShadow(profile, hub, spin, of), 'Z')} />
        <path className="thin" d={cross(at(hub), 7)} />
        <Lines frame={frame} obstacles={obstacles} near={near} {...(pick ? { pick } : {})} />
        {obstacles.map(
          ({ id, name, points, guessed = [] }) =>
            id === marked?.id &&
            points.map((point, i) => {
              const [cx, cy] = at(point);
              return movePoint ? (
                <PointHandle
                  key={i}
                  label={`${name}, point ${i + 1}, ${frame.of}`}
                  x={cx}
                  y={cy}
                  large={i === marked.point}
                  hollow={guessed.includes(i)}
                  perUnit={[signX / frame.scale, signY / frame.scale]}
                  scale={movePoint.scale}
                  move={(across, down) => movePoint.move(i, inSpace(of, across, down))}
                  take={() => movePoint.take(i)}
                />
              ) : (
                <circle key={i} cx={cx} cy={cy} r={i === marked.point ? 5 : 2.5} fill="var(--signal)" />
              );
            }),
        )}
        {spreads.map(({ at: point, radius, loose, words }) => {
          const [cx, cy] = at(point);
          const [rx, ry] = project(of, radius);
          return (
            <ellipse
              key={words}
              cx={cx}
              cy={cy}
              rx={Math.abs(rx) * frame.scale}
              ry={Math.abs(ry) * frame.scale}
              fill={loose ? 'none' : 'var(--signal)'}
              fillOpacity={0.35}
              stroke="var(--signal)"
              strokeDasharray={loose ? '3 2' : undefined}
            >
              <title>{words}</title>
            </ellipse>
          );
        })}
        {guide?.view === of && <GuideLine from={at(guide.from)} to={at(guide.to)} words={guide.words} />}
        {ends && (
          <>
            <path className="gap" d={`M${ends[0].join(' ')}L${ends[1].join(' ')}`} />
            <circle cx={ends[0][0]} cy={ends[0][1]} r={gap.words ? 4 : 2.5} className="gap" />
            {gap.words && (
              <text
                className="gap-text"
                fontSize={17}
                x={ends[0][0] + (toRight ? 9 : -9)}
                y={Math.min(top + height - 8, Math.max(top + 16, ends[0][1] - 8))}
                textAnchor={toRight ? 'start' : 'end'}
                paintOrder="stroke"
                stroke="var(--sheet)"
                strokeWidth={4}
              >
                {gap.words}
              </text>
            )}
          </>
        )}
      </g>
    </g>
  );
}

/** The tape as it is held: a dimension line with ticks, and what it reads so far. */
function GuideLine({ from, to, words }: { from: Flat; to: Flat; words: string }) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.max(1e-9, Math.hypot(dx, dy));
  const [tx, ty] = [(-dy / long) * 7, (dx / long) * 7];
  const tick = ([x, y]: Flat): string => `M${x - tx} ${y - ty}L${x + tx} ${y + ty}`;
  return (
    <g data-testid="guide">
      <path className="guide" d={`M${from.join(' ')}L${to.join(' ')}${tick(from)}${tick(to)}`} />
      <text
        className="gap-text"
        fontSize={18}
        x={(from[0] + to[0]) / 2 + 8}
        y={(from[1] + to[1]) / 2 - 6}
        paintOrder="stroke"
        stroke="var(--sheet)"
        strokeWidth={5}
      >
        {words}
      </text>
    </g>
  );
}
