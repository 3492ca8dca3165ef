import { useStore } from '@nanostores/react';
import { Fragment, memo } from 'react';
import { AXLES, type AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { LoadCase } from '../../../core/clearance/loadCases';
import { showRounded } from '../../../core/units/quantity';
import { labelOf } from '../../../core/verdict';
import { GradeMark } from '../../drawings/GradeMark';
import { RIDE_SPREAD_MM } from '../../../core/clearance/spread';
import { AXLE_WORDS } from '../../ui/choices';
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

const steers = (cases: readonly LoadCase[], axle: AxleName): boolean =>
  cases.some(({ fit }) => fit[axle].fullLockMm !== undefined);

/** A figure that is strong where it is another than that of the empty vehicle, and quiet where it is the same. */
function Differs({ words, from }: { words: string; from: string | undefined }) {
  const same = words === from;
  return <td className={`px-2 ${same ? 'text-graphite' : 'font-semibold'}`}>{words}</td>;
}

/** The same package under each load, both axles in one view. */
export const LoadTable = memo(function LoadTable({ build }: { build: Build }) {
  const units = useStore($units);
  const [pane, seen] = useSeen<HTMLDivElement>();
  const cases = useWorkerQuery((api, asked) => api.loads(asked.build), { build }, WHEN_STILL, seen);
  const say = (mm: number): string => showRounded(mm, 'length', units);
  return (
    <div className="mt-3" ref={pane} data-testid="load-cases">
      <div className="flex items-end justify-between gap-4">
        <h3 className="caption">Under load: what changes against the empty vehicle</h3>
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
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-[0.92rem]">
            <thead>
              <tr className="caption border-ink border-b text-left">
                <th className="py-1">Load</th>
                {AXLES.map((one) => (
                  <Fragment key={one}>
                    <th className="px-2">{AXLE_WORDS[one]}, standing</th>
                    {steers(cases, one) && <th className="px-2">at full lock</th>}
                    {steers(cases, one) && <th className="px-2">lock free inside</th>}
                    <th className="px-2">least in the zone</th>
                  </Fragment>
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
                  {AXLES.map((one) => {
                    const first = cases[0]?.fit[one];
                    const { standingMm, fullLockMm, usableLockDeg, grade, leastClearanceMm, at } = fit[one];
                    return (
                      <Fragment key={one}>
                        <Differs words={say(standingMm)} from={first && say(first.standingMm)} />
                        {fullLockMm !== undefined && (
                          <Differs
                            words={say(fullLockMm)}
                            from={first?.fullLockMm === undefined ? undefined : say(first.fullLockMm)}
                          />
                        )}
                        {usableLockDeg !== undefined && (
                          <Differs
                            words={`${usableLockDeg.toFixed(1)}°`}
                            from={
                              first?.usableLockDeg === undefined
                                ? undefined
                                : `${first.usableLockDeg.toFixed(1)}°`
                            }
                          />
                        )}
                        <td className="px-2">
                          <GradeMark grade={grade} size={15} /> {say(leastClearanceMm)}
                          <br />
                          <span className="text-graphite text-[0.8rem]">
                            {labelOf(build, one, at.obstacle)}
                          </span>
                        </td>
                      </Fragment>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
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
