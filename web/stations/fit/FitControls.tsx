import { useStore } from '@nanostores/react';
import { Pause, Play } from 'lucide-react';
import { useEffect } from 'react';
import type { Build } from '../../../core/format/build';
import type { SweepCorner } from '../../../core/clearance/corner';
import { Segments } from '../../ui/choices';
import { RubPicker, ZonePicker } from './policies';
import { NumberField } from '../../ui/NumberField';
import { setStage } from '../../state/edits';
import { $pose } from '../../state/store';
import { $playing } from '../../state/commands';

const DEGREES_PER_SECOND = 30;

/** Sweeps lock to lock at the travel on the page, back and forth until it is stopped. */
function usePlay(corner: SweepCorner, playing: boolean): void {
  const { steering } = corner;
  const outside = -(steering?.lockOutsideDeg ?? 0);
  const inside = steering?.lockInsideDeg ?? 0;
  useEffect(() => {
    if (!playing || inside - outside < 1) return;
    let frame = 0;
    let before = performance.now();
    let way = 1;
    const move = (now: number): void => {
      const { axle, lockDeg, travelMm } = $pose.get();
      let next = lockDeg + (way * DEGREES_PER_SECOND * Math.min(100, now - before)) / 1000;
      before = now;
      if (next >= inside || next <= outside) {
        next = Math.min(inside, Math.max(outside, next));
        way = -way;
      }
      $pose.set({ axle, lockDeg: next, travelMm });
      frame = requestAnimationFrame(move);
    };
    frame = requestAnimationFrame(move);
    return () => cancelAnimationFrame(frame);
  }, [playing, inside, outside]);
}

export function FitControls({ build, corner }: { build: Build; corner: SweepCorner }) {
  const playing = useStore($playing);
  const steers = corner.corner.steering !== undefined;
  usePlay(corner, playing && steers);
  const Icon = playing ? Pause : Play;
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-1">
      <h2 id="fit-title" className="station-title">
        Fit
      </h2>
      <Segments
        label="Axle"
        value={corner.axle}
        options={[
          ['front', 'Front'],
          ['rear', 'Rear'],
        ]}
        choose={(axle) => $pose.set({ ...$pose.get(), axle })}
      />
      <ZonePicker build={build} />
      <div className="flex w-44 items-center gap-2">
        <span className="caption" aria-hidden>
          Margin
        </span>
        <NumberField
          hideLabel
          label="Margin"
          path="use.marginMm"
          quantity="length"
          value={build.use.marginMm}
          take={(mm) => setStage('/use/marginMm', mm)}
        />
      </div>
      <RubPicker build={build} />
      <button
        type="button"
        className="plain-button flex items-center gap-2"
        disabled={!steers}
        aria-pressed={playing}
        onClick={() => $playing.set(!playing)}
      >
        <Icon size={16} aria-hidden /> Lock to lock
      </button>
      {steers && <PoseLock />}
    </div>
  );
}

function PoseLock() {
  const { lockDeg } = useStore($pose);
  const side = lockDeg > 0.05 ? 'inside' : lockDeg < -0.05 ? 'outside' : '';
  return (
    <span className="text-graphite font-tight ml-auto text-lg font-semibold" data-testid="pose-lock">
      {Math.abs(lockDeg).toFixed(1)}° {side}
    </span>
  );
}
