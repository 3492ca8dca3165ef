import { useStore } from '@nanostores/react';
import { Pause, Play } from 'lucide-react';
import { useEffect } from 'react';
import type { Build } from '../../../core/format/build';
import type { SweepCorner } from '../../../core/clearance/corner';
import { grownDecides } from '../../../core/tire/grown';
import { AxleSwitch, Segments } from '../../ui/choices';
import { RubPicker, ZonePicker } from './policies';
import { NumberField } from '../../ui/NumberField';
import { setStage } from '../../state/edits';
import { $pose } from '../../state/store';
import { $playing } from '../../state/commands';
import { Button } from '../../ui/Button';

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
  const grown = grownDecides(build.use);
  const steers = corner.corner.steering !== undefined;
  usePlay(corner, playing && steers);
  const Icon = playing ? Pause : Play;
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-3.5 gap-y-1">
      <h2 id="fit-title" tabIndex={-1} className="station-title">
        Fit
      </h2>
      <AxleSwitch value={corner.axle} choose={(axle) => $pose.set({ ...$pose.get(), axle })} />
      <ZonePicker build={build} />
      <div className="flex w-36 items-center gap-2">
        <span className="caption" aria-hidden>
          Margin
        </span>
        <NumberField
          hideLabel
          dense
          label="Margin"
          path="use.marginMm"
          quantity="length"
          value={build.use.marginMm}
          take={(mm) => setStage('/use/marginMm', mm)}
        />
      </div>
      <RubPicker build={build} />
      <Segments
        label="Tire"
        value={grown ? 'grown' : 'new'}
        options={[
          ['new', 'New'],
          ['grown', 'Grown'],
        ]}
        choose={(age) => void setStage('/use/tire', age === 'new' ? undefined : age)}
      />
      {grown && build.use.tire === 'new' && (
        <span className="text-graphite text-[0.85rem]">by the rule in force</span>
      )}
      <Button
        className="flex items-center gap-2"
        disabled={!steers}
        aria-pressed={playing}
        onClick={() => $playing.set(!playing)}
      >
        <Icon size={16} aria-hidden /> Lock to lock
      </Button>
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
