import { useStore } from '@nanostores/react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Build, Obstacle } from '../../../core/format/build';
import type { Side } from '../../../core/format/names';
import { showWithUnit } from '../../../core/units/quantity';
import { poseShort } from '../../../core/verdict';
import { withCorner } from '../../../core/vehicle/withCorner';
import { newlyTouching } from '../../../core/measure/standing';
import { takeCorner } from '../../state/edits';
import { step } from '../../state/saving';
import { $pose, $units } from '../../state/store';
import type { Scan } from './useScan';
import { UNMARKED } from '../../../core/format/scan';
import { Button } from '../../ui/Button';

type Props = { build: Build; axle: AxleName; side: Side; scan: Scan };

/** A scanner's own accuracy and that of its alignment, one standard deviation. An estimate. */
const SCAN_ERROR_MM = 2;

/** Step five: every point against every pose of the zone, and what comes of it for the build. */
export function SweepStep({ build, axle, side, scan }: Props) {
  const units = useStore($units);
  const { state, set, run, draw, worker } = scan;
  const parts = [UNMARKED, ...state.parts];
  const say = (mm: number): string => showWithUnit(Math.round(mm * 10) / 10, 'length', units);
  const sweep = async (): Promise<void> => {
    const answer = await run('Sweeping every point', (api, progress) =>
      api.sweep(build, axle, state.parts, progress),
    );
    if (!answer) return;
    set({ results: answer.parts, sweptMs: answer.ms });
    await draw();
  };
  const takeOver = async (which: number): Promise<void> => {
    const part = parts[which];
    const points = (await worker.current?.contour(which)) ?? [];
    if (!part || points.length === 0) return;
    const corner = build.vehicle.corners[axle];
    const id = `scan-${part.label.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`.slice(0, 50);
    const obstacle: Obstacle = {
      id,
      label: part.label,
      carrier: part.carrier,
      material: part.material,
      cutMm: 0,
      tapeErrorMm: SCAN_ERROR_MM,
      ...(side === 'right' ? { side } : {}),
      points,
    };
    const others = corner.obstacles.filter((one) => one.id !== id);
    const after = { ...corner, obstacles: [...others, obstacle] };
    const { vehicle } = build;
    const touch = newlyTouching(vehicle, withCorner(vehicle, axle, after), axle);
    if (touch) {
      toast(
        `As it stands it drives, so one of these is wrong: the scan as it is aligned, which puts ${part.label} ${showWithUnit(touch.byMm, 'length', units)} inside the tire that stands there, or that tire. Look at the alignment again.`,
      );
      return;
    }
    const edited = takeCorner(axle, corner, after);
    toast(edited.ok ? `Took ${part.label} as ${points.length} points.` : (edited.faults[0]?.message ?? ''), {
      action: { label: 'Undo', onClick: () => void step('undo') },
    });
  };
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex items-center gap-3">
        <Button disabled={state.busy !== null} onClick={() => void sweep()}>
          Sweep the scan
        </Button>
        <span className="text-graphite text-[0.9rem]">
          {state.results
            ? `every point, ${state.sweptMs < 1000 ? `${Math.round(state.sweptMs)} ms` : `${(state.sweptMs / 1000).toFixed(1)} s`}; dark: met, blue: near, grey: far`
            : 'this stage’s wheel, every point in every pose of the zone'}
        </span>
      </div>
      {state.results && (
        <table className="w-full text-[0.92rem]" data-testid="scan-results">
          <tbody>
            {state.results.map(({ leastMm, lockDeg, travelMm }, i) =>
              leastMm === null ? null : (
                <tr key={i} className={`border-line border-b ${leastMm < 0 ? 'font-semibold' : ''}`}>
                  <td className="py-0.5">{parts[i]?.label}</td>
                  <td className="text-right whitespace-nowrap">
                    {leastMm < 0 ? '▼ ' : ''}
                    {say(leastMm)}
                  </td>
                  <td className="px-2">
                    <button
                      type="button"
                      className="decoration-graphite underline decoration-dotted underline-offset-4"
                      onClick={() => $pose.set({ axle, lockDeg, travelMm })}
                    >
                      {poseShort(lockDeg, travelMm, units)}
                    </button>
                  </td>
                  <td className="text-right">
                    <Button
                      needs="bench"
                      title="The line of its nearest points round the clock, as an obstacle of this corner"
                      onClick={() => void takeOver(i)}
                    >
                      Take as obstacle
                    </Button>
                  </td>
                </tr>
              ),
            )}
          </tbody>
        </table>
      )}
    </div>
  );
}
