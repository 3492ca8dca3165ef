import { useStore } from '@nanostores/react';
import { memo } from 'react';
import { AXLES, type Build } from '../../../core/format/build';
import type { LoadCase } from '../../../core/clearance/loadCases';
import { showRounded } from '../../../core/units/quantity';
import { labelOf } from '../../../core/verdict';
import { GradeMark } from '../../drawings/GradeMark';
import { RIDE_SPREAD_MM } from '../../../core/clearance/spread';
import { NumberField } from '../../ui/NumberField';
import { setStage } from '../../state/edits';
import { $units } from '../../state/store';
import { useSeen } from '../../state/useSeen';
import { useWorkerQuery, WHEN_STILL } from '../../state/workerQuery';

const CASES: Record<LoadCase['id'], string> = {
  empty: 'Empty',
  half: 'Half load',
  laden: 'Laden',
  rated: 'At the axle ratings',
};

/** The same package under each load, both axles in one view. */
export const LoadTable = memo(function LoadTable({ build }: { build: Build }) {
  const units = useStore($units);
  const [pane, seen] = useSeen<HTMLDivElement>();
  const cases = useWorkerQuery((api, asked) => api.loads(asked.build), { build }, WHEN_STILL, seen);
  const say = (mm: number): string => showRounded(mm, 'length', units);
  return (
    <div className="mt-3" ref={pane} data-testid="load-cases">
      <div className="flex items-end justify-between gap-4">
        <h3 className="caption">Under load: least gap in the zone</h3>
        <div className="w-44">
          <NumberField
            label="Ride height sure to ±"
            quantity="length"
            path="use.rideSpreadMm"
            value={build.use.rideSpreadMm ?? RIDE_SPREAD_MM}
            take={(mm) => setStage('/use/rideSpreadMm', mm)}
          />
        </div>
      </div>
      {cases === null ? (
        <p className="text-graphite">Working it out…</p>
      ) : (
        <table className="w-full border-collapse text-[0.92rem]">
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Load</th>
              {AXLES.map((one) => (
                <th key={one} className="px-2">
                  {one === 'front' ? 'Front' : 'Rear'}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {cases.map(({ id, sagMm, estimate, fit }) => (
              <tr key={id} className="border-line border-b align-baseline">
                <td className="py-0.5">
                  {CASES[id]}
                  {estimate && <span className="text-graphite"> (estimate)</span>}
                  <br />
                  <span className="text-graphite text-[0.8rem]">
                    sits {say(sagMm.front)} · {say(sagMm.rear)} down
                  </span>
                </td>
                {AXLES.map((one) => (
                  <td key={one} className="px-2">
                    <GradeMark grade={fit[one].grade} size={15} /> {say(fit[one].leastClearanceMm)}
                    <br />
                    <span className="text-graphite text-[0.8rem]">
                      {labelOf(build, one, fit[one].at.obstacle)}
                    </span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {cases?.length === 1 && (
        <p className="text-graphite text-[0.85rem]">
          Type how far the load sits it down (Package, Sag), or spring rate and axle ratings (Measure), to see
          it laden.
        </p>
      )}
    </div>
  );
});
