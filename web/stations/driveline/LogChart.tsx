import type { LogFit } from '../../../core/driveline/roadLog';
import { unitOf, unitSize, type UnitSystem } from '../../../core/units/quantity';
import { across, Axes, up } from '../../drawings/Axes';

const FRAME = { width: 600, height: 260, left: 46, foot: 22 };

/**
 * The rows of a drive, speed across and rpm up, those on a gear dark, and the line of every gear that was found. All rows
 * are two paths, not an element each: a chart of elements would hold the page up while it is drawn.
 */
export function LogChart({ fit, units }: { fit: LogFit; units: UnitSystem }) {
  const per = unitSize('speed', units);
  const fastest = Math.max(10, ...fit.shown.map(({ kmh }) => kmh / per)) * 1.03;
  const top = Math.max(1000, ...fit.shown.map(({ rpm }) => rpm)) * 1.03;
  const kmhAxis = { from: 0, to: fastest, steps: 6 };
  const rpmAxis = { from: 0, to: top, steps: 5 };
  const [x, y] = [across(FRAME, kmhAxis), up(FRAME, rpmAxis)];
  const dots = (on: boolean): string =>
    fit.shown
      .filter(({ gear }) => gear > 0 === on)
      .map(({ kmh, rpm }) => `M${x(kmh / per).toFixed(1)} ${y(rpm).toFixed(1)}h0`)
      .join('');
  return (
    <figure data-testid="log-chart" aria-label="The rows of the drive, rpm against speed">
      <figcaption className="caption">
        rpm against {unitOf('speed', units)} · light: on no gear, left out
      </figcaption>
      <svg viewBox={`0 0 ${FRAME.width} ${FRAME.height}`} className="drawing" role="img" aria-hidden>
        <Axes frame={FRAME} x={kmhAxis} y={rpmAxis} />
        {fit.gears.map(({ gear, rpmPerKmh }) => {
          const end = Math.min(fastest, top / (rpmPerKmh * per));
          return (
            <path
              key={gear}
              d={`M${x(0)} ${y(0)}L${x(end)} ${y(end * rpmPerKmh * per)}`}
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
