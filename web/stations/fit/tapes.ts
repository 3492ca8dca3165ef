import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { TapeOf } from '../../drawings/BenchDrawing';
import { setLift, setOffset, setStage } from '../../state/edits';
import { $pose } from '../../state/store';

/** Long enough for the lifts and travels of road vehicles; grows by fifties where one is longer. */
function ends(low: number, high: number, from: number, to: number): { fromMm: number; toMm: number } {
  return { fromMm: Math.min(from, Math.floor(low / 50) * 50), toMm: Math.max(to, Math.ceil(high / 50) * 50) };
}

/**
 * The tapes of the bench drawing. Upright, zero at ride height: lift by kind on its left, the pose's travel
 * on its right. Level, zero at the hub face: the centre plane that the offset makes, and the spacer.
 */
export function tapesOf(
  build: Build,
  axle: AxleName,
  pose: { lockDeg: number; travelMm: number },
  { lowest, highest }: { lowest: number; highest: number },
): { upright: TapeOf; level: TapeOf } {
  const lift = build.package.lift[axle];
  const { wheel, spacerMm } = build.package;
  const raise = (id: string, label: string, key: 'springMm' | 'bracketMm' | 'bodyMm') => ({
    id,
    label,
    atMm: lift[key],
    readMm: lift[key],
    min: 0,
    max: 150,
    side: -1 as const,
    move: (mm: number) => void setLift(axle, key, mm),
  });
  return {
    upright: {
      ...ends(lowest, highest, -150, 200),
      runners: [
        raise('spring', 'spring', 'springMm'),
        raise('bracket', 'bracket', 'bracketMm'),
        raise('body', 'body', 'bodyMm'),
        {
          id: 'travel',
          label: 'wheel travel',
          bare: true,
          atMm: pose.travelMm,
          readMm: pose.travelMm,
          min: lowest,
          max: highest,
          side: 1,
          move: (travelMm) => $pose.set({ axle, lockDeg: pose.lockDeg, travelMm }),
        },
      ],
    },
    level: {
      ...ends(-wheel.offsetMm, Math.max(spacerMm, -wheel.offsetMm), -120, 120),
      runners: [
        {
          id: 'offset',
          label: 'offset',
          atMm: -wheel.offsetMm,
          readMm: wheel.offsetMm,
          min: -150,
          max: 150,
          side: 1,
          move: (mm) => void setOffset(build, mm === 0 ? 0 : -mm),
        },
        {
          id: 'spacer',
          label: 'spacer',
          atMm: spacerMm,
          readMm: spacerMm,
          min: 0,
          max: 100,
          side: -1,
          move: (mm) => void setStage('/package/spacerMm', mm),
        },
      ],
    },
  };
}
