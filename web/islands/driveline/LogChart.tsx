import { ticks } from 'd3-array';
import type { LogFit } from '../../../core/driveline/roadLog';

const WIDTH = 600;
const HEIGHT = 260;
const LEFT = 46;
const FOOT = 22;

/**
 * The rows of a drive, speed across and rpm up, those on a gear dark, and the line of every gear that was found. All rows
 * are two paths, not an element each: a chart of elements would hold the page up while it is drawn.
 */
export function LogChart({ fit }: { fit: LogFit }) {
  const fastest = Math.max(10, ...fit.shown.map(({ kmh }) => kmh)) * 1.03;
  const top = Math.max(1000, ...fit.shown.map(({ rpm }) => rpm)) * 1.03;
  const x = (kmh: number): number => LEFT + (kmh / fastest) * (WIDTH - LEFT - 6);
  const y = (rpm: number): number => HEIGHT - FOOT - (rpm / top) * (HEIGHT - FOOT - 6);
  const dots = (on: boolean): string =>
    fit.shown
      .filter(({ gear }) => gear > 0 === on)
      .map(({ kmh, rpm }) => `M${x(kmh).toFixed(1)} ${y(rpm).toFixed(1)}h0`)
      .join('');
  return (
    <figure data-testid="log-chart" aria-label="The rows of the drive, rpm against speed">
      <figcaption className="caption">rpm against km/h · light: on no gear, left out</figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="drawing" role="img" aria-hidden>
        {ticks(0, fastest, 6).map((kmh) => (
          <g key={kmh}>
            <path className="rule" strokeDasharray="1 4" d={`M${x(kmh)} 6V${HEIGHT - FOOT}`} />
            <text x={x(kmh)} y={HEIGHT - 6} fontSize={12} textAnchor="middle" className="quiet">
              {kmh}
            </text>
          </g>
        ))}
        {ticks(0, top, 5).map((rpm) => (
          <g key={rpm}>
            <path className="rule" strokeDasharray="1 4" d={`M${LEFT} ${y(rpm)}H${WIDTH}`} />
            <text x={LEFT - 6} y={y(rpm) + 4} fontSize={12} textAnchor="end" className="quiet">
              {rpm}
            </text>
          </g>
        ))}
        {fit.gears.map(({ gear, rpmPerKmh }) => {
          const end = Math.min(fastest, top / rpmPerKmh);
          return (
            <path
              key={gear}
              d={`M${x(0)} ${y(0)}L${x(end)} ${y(end * rpmPerKmh)}`}
              stroke="var(--signal)"
              strokeWidth={1.2}
              fill="none"
            />
          );
        })}
        <path
          d={dots(false)}
          stroke="var(--graphite)"
          strokeOpacity={0.45}
          strokeWidth={3}
          strokeLinecap="round"
        />
        <path d={dots(true)} stroke="var(--ink)" strokeWidth={3} strokeLinecap="round" />
      </svg>
    </figure>
  );
}
