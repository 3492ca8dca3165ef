import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { CornerView, type Frame } from '../../drawings/CornerView';
import { useStanding } from '../../stations/fit/useStanding';

const FRAMES: readonly Frame[] = [
  {
    of: 'side',
    left: 2,
    top: 18,
    width: 300,
    height: 280,
    x: 152,
    y: 164,
    scale: 0.27,
    title: 'side, front to the left',
  },
  {
    of: 'front',
    left: 312,
    top: 18,
    width: 186,
    height: 280,
    x: 438,
    y: 164,
    scale: 0.27,
    title: 'from the front',
  },
];

type Props = { build: Build; axle: AxleName; at: { lockDeg: number; travelMm: number } };

/** A corner, in the pose where the wheel is nearest or straight ahead, with the wheel as it is moved and, thin, as delivered. */
export function LessonDrawing({ build, axle, at }: Props) {
  const { view, profile, stock, obstacles } = useStanding(build, axle, at);
  return (
    <svg
      className="drawing max-w-[520px]"
      viewBox="0 0 500 302"
      role="img"
      aria-label="The corner with the wheel of the lesson"
    >
      {FRAMES.map((frame) => (
        <CornerView
          key={frame.of}
          frame={frame}
          profile={profile}
          stock={stock}
          hub={view.hub}
          spin={view.spin}
          obstacles={obstacles}
          near={view.nearest.obstacle}
        />
      ))}
    </svg>
  );
}
