import { useStore } from '@nanostores/react';
import { useMemo, type MouseEvent } from 'react';
import type { Build } from '../../../core/format/build';
import { placeOf } from '../../../core/calibration/predict';
import type { Residual } from '../../../core/calibration/reconcile';
import type { UnitSystem } from '../../../core/units/quantity';
import { CornerView, type Frame } from '../../drawings/CornerView';
import { placeLabels } from '../../drawings/labels';
import { useStanding } from '../fit/useStanding';
import { $units } from '../../state/store';
import type { Pose } from './TestFitForm';
import { mm } from './words';

const SCALE = 0.3;
const FRAME: Frame = {
  of: 'side',
  left: 2,
  top: 18,
  width: 396,
  height: 330,
  x: 200,
  y: 200,
  scale: SCALE,
  title: 'side, front to the left; press where it touched',
};
const FAR_PX = 60;

/** Room that a line of the marks' words takes. */
const LINE_PX = 14;
const markWords = ({ readMm, residualMm, reading }: Residual, units: UnitSystem): string =>
  readMm === null ? (reading.mark ?? 'clear') : `${residualMm > 0 ? '+' : ''}${mm(residualMm, units)}`;

type Place = { obstacle: string; placeMm?: [number, number] };
type Props = {
  build: Build;
  pose: Pose;
  residuals: readonly Residual[];
  pick: (place: Place) => void;
};

/** The corner with the wheel in the pose of the form: what is pressed is the place, and what was read stands by its place. */
export function WellMap({ build, pose, residuals, pick }: Props) {
  const units = useStore($units);
  const { axle, obstacle, placeMm } = pose;
  const { view, profile, obstacles } = useStanding(build, axle, pose);
  const marks = useMemo(
    () =>
      residuals
        .filter(({ reading }) => reading.axle === axle)
        .flatMap((residual) => {
          const at = residual.reading.placeMm ?? placeOf(build, residual.reading);
          return at ? [{ residual, x: at[0], z: at[at.length - 1] ?? 0 }] : [];
        }),
    [build, residuals, axle],
  );
  const px = (x: number, z: number): [number, number] => [FRAME.x - x * SCALE, FRAME.y - z * SCALE];
  const baselines = placeLabels(
    marks.map(({ residual, x, z }) => {
      const [cx, cy] = px(x, z);
      return { x: cx, y: cy + 5, width: markWords(residual, units).length * 7 + 9, toLeft: x > 0 };
    }),
    LINE_PX,
  );
  const press = (event: MouseEvent<SVGSVGElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const perPx = 400 / box.width;
    const x = (FRAME.x - (event.clientX - box.left) * perPx) / SCALE;
    const z = (FRAME.y - (event.clientY - box.top) * perPx) / SCALE;
    const near = view.obstacles
      .map(({ id, points }) => ({ id, away: Math.min(...points.map((p) => Math.hypot(p[0] - x, p[2] - z))) }))
      .reduce((a, b) => (b.away < a.away ? b : a));
    if (near.away * SCALE > FAR_PX) return;
    pick({ obstacle: near.id, placeMm: [Math.round(x), Math.round(z)] });
  };
  return (
    <svg
      className="drawing cursor-pointer"
      viewBox="0 0 400 350"
      role="img"
      aria-label="The corner in the pose of the form, with what was read"
      data-testid="well-map"
      onClick={press}
    >
      <CornerView
        frame={FRAME}
        profile={profile}
        hub={view.hub}
        spin={view.spin}
        obstacles={obstacles}
        near={obstacle}
      />
      {placeMm && (
        <circle
          cx={px(...placeMm)[0]}
          cy={px(...placeMm)[1]}
          r={9}
          fill="none"
          stroke="var(--signal)"
          strokeWidth={3}
        />
      )}
      {marks.map(({ residual, x, z }, i) => {
        const [cx, cy] = px(x, z);
        const words = markWords(residual, units);
        return (
          <g key={i} data-residual={residual.reading.obstacle}>
            <circle
              cx={cx}
              cy={cy}
              r={5}
              fill={residual.beyond ? 'var(--signal)' : 'var(--sheet)'}
              stroke="var(--ink)"
              strokeWidth={1.5}
            />
            <text
              x={cx + (x > 0 ? -9 : 9)}
              y={baselines[i]}
              fontSize={13}
              fontWeight={residual.beyond ? 700 : 500}
              textAnchor={x > 0 ? 'end' : 'start'}
              paintOrder="stroke"
              stroke="var(--sheet)"
              strokeWidth={4}
            >
              {words}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
