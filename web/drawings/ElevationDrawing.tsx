import type { Place } from '../../core/vehicle/bodyShape';
import { AXLES } from '../../core/format/names';
import { estimatedWords, heightFigures, heightWords } from '../../core/vehicle/elevationWords';
import type { Elevation, HeightChange, Standing } from '../../core/vehicle/elevation';
import type { UnitSystem } from '../../core/units/quantity';

const WIDTH = 1240;
/** Room beside the vehicle for words, mm. */
const ASIDE_MM = 900;
const ABOVE_MM = 210;
const BELOW_MM = 150;

type Placing = (place: Place) => readonly [number, number];

function path(place: Placing, points: readonly Place[], close = ''): string {
  return points.length === 0
    ? ''
    : `M${points
        .map((point) =>
          place(point)
            .map((n) => n.toFixed(1))
            .join(' '),
        )
        .join('L')}${close}`;
}

/** As delivered, a thin outline alone. */
function Outline({
  standing: { body, wheels, bumpers },
  place,
  scale,
}: {
  standing: Standing;
  place: Placing;
  scale: number;
}) {
  return (
    <g className="stock" fill="none">
      <path className="stock" d={path(place, body, 'Z')} />
      {bumpers.map((line, i) => (
        <path key={i} className="stock" d={path(place, line)} />
      ))}
      {AXLES.map((axle) => {
        const [cx, cy] = place(wheels[axle].at);
        return <circle key={axle} className="stock" cx={cx} cy={cy} r={wheels[axle].radiusMm * scale} />;
      })}
    </g>
  );
}

function Built({
  standing: { body, lines, wheels, bumpers, lips },
  place,
  scale,
}: {
  standing: Standing;
  place: Placing;
  scale: number;
}) {
  return (
    <g>
      <path
        d={path(place, body, 'Z')}
        fill="var(--movable)"
        stroke="var(--ink)"
        strokeWidth={1.8}
        strokeLinejoin="round"
      />
      {lines.map((line, i) => (
        <path key={i} className="thin" d={path(place, line)} />
      ))}
      {lips.map((line, i) => (
        <path key={i} d={path(place, line)} fill="none" stroke="var(--ink)" strokeWidth={2.4} />
      ))}
      {bumpers.map((line, i) => (
        <path
          key={i}
          d={path(place, line)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={3}
          strokeLinejoin="round"
        />
      ))}
      {AXLES.map((axle) => {
        const { at, radiusMm, rimMm } = wheels[axle];
        const [cx, cy] = place(at);
        return (
          <g key={axle}>
            <circle
              cx={cx}
              cy={cy}
              r={radiusMm * scale}
              fill="var(--metal)"
              stroke="var(--ink)"
              strokeWidth={1.8}
            />
            <circle
              cx={cx}
              cy={cy}
              r={rimMm * scale}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth={1.2}
            />
            <circle cx={cx} cy={cy} r={60 * scale} fill="none" stroke="var(--ink)" strokeWidth={1} />
          </g>
        );
      })}
    </g>
  );
}

/** Where the words of a change stand: beside the end that they are of, over the roof, or under the sill. */
const SIDES: Readonly<Record<string, 'left' | 'right' | 'above' | 'below'>> = {
  lamps: 'left',
  'front bumper': 'left',
  'rear bumper': 'right',
  roof: 'above',
  'step-in': 'below',
};

function Mark({
  change,
  place,
  ends,
  units,
}: {
  change: HeightChange;
  place: Placing;
  ends: readonly [fromMm: number, toMm: number];
  units: UnitSystem;
}) {
  const { at, byMm, what } = change;
  const side = SIDES[what] ?? 'above';
  const x = side === 'left' ? ends[0] - 70 : side === 'right' ? ends[1] + 70 : at[0];
  const [ax, ay] = place([x, at[1]]);
  const [, by] = place([x, at[1] - byMm]);
  const tick = (y: number): string => `M${ax - 9} ${y}H${ax + 9}`;
  const [dx, anchor] = side === 'left' ? [-14, 'end' as const] : [14, 'start' as const];
  const low = Math.max(ay, by);
  const y = side === 'above' ? Math.min(ay, by) - 22 : side === 'below' ? low + 22 : (ay + by) / 2 - 1;
  const { heights, by: rise } = heightFigures(change, units);
  return (
    <g>
      <path className="gap" d={`${tick(ay)}${tick(by)}M${ax} ${ay}V${by}`} />
      <text className="gap-text" fontSize={15} x={ax + dx} y={y} textAnchor={anchor}>
        {heights}
      </text>
      <text fontSize={13.5} x={ax + dx} y={y + 16} textAnchor={anchor}>
        {what} {rise}
      </text>
    </g>
  );
}

/** The vehicle from the side on one ground: as delivered dash-dot, with the package filled, and what that makes of its heights. */
export function ElevationDrawing({
  elevation,
  kind,
  units,
}: {
  elevation: Elevation;
  kind: string;
  units: UnitSystem;
}) {
  const { delivered, package: now, changes, fromMm, toMm, topMm } = elevation;
  const [left, right] = [fromMm - ASIDE_MM, toMm + ASIDE_MM];
  const scale = WIDTH / (right - left);
  const top = topMm + ABOVE_MM;
  const height = (top + BELOW_MM) * scale;
  const place: Placing = ([x, z]) => [(x - left) * scale, (top - z) * scale];
  const [, ground] = place([0, 0]);
  const words = changes.map((one) => heightWords(one, units));
  return (
    <figure data-testid="elevation">
      <svg
        className="drawing"
        viewBox={`0 0 ${WIDTH} ${height.toFixed(0)}`}
        role="img"
        aria-label={`How it will stand, from the left side: ${words.join('; ')}`}
      >
        <path className="thin" d={`M0 ${ground}H${WIDTH}`} />
        <Built standing={now} place={place} scale={scale} />
        <Outline standing={delivered} place={place} scale={scale} />
        {changes.map((change) => (
          <Mark key={change.what} change={change} place={place} ends={[fromMm, toMm]} units={units} />
        ))}
      </svg>
      {/* Where the drawing is too small for its own words. */}
      <ul className="text-[0.9rem] sm:hidden">
        {words.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      <figcaption className="text-graphite text-[0.85rem]">
        Dash-dot: as delivered. {estimatedWords(elevation, kind)} Heights are entered under Load, ground.
      </figcaption>
    </figure>
  );
}
