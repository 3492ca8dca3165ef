import { useStore } from '@nanostores/react';
import type { AxleName, Build } from '../../../core/build';
import type { Cure } from '../../../core/clearance/cures';
import type { Fit } from '../../../core/clearance/fit';
import { NEVER_CUT } from '../../../core/vehicle/schema';
import { showWithUnit } from '../../../core/units/quantity';
import { CURE_WORDS, labelOf, poseShort } from '../../../core/verdict';
import { MATERIAL_WORDS } from '../../drawings/layers';
import { takePackage } from '../sheet/edits';
import { $pose, $units } from '../sheet/store';

type Props = { build: Build; axle: AxleName; fit: Fit; cures: Cure[] | null; locked: boolean };

/** What one obstacle asks for: nothing, a cut that it can give, or another package. */
function needWords(
  build: Build,
  axle: AxleName,
  id: string,
  gapMm: number,
  say: (mm: number) => string,
): string {
  const obstacle = build.vehicle.corners[axle].obstacles.find((one) => one.id === id);
  if (!obstacle || gapMm >= build.use.marginMm) return '';
  const decided = Math.min(
    build.package.cuts.find((cut) => cut.obstacle === id)?.depthMm ?? 0,
    obstacle.cutMm,
  );
  const left = obstacle.cutMm - decided;
  if (gapMm >= 0) return `under the margin of ${say(build.use.marginMm)}`;
  if (NEVER_CUT.has(obstacle.material)) return 'never cut: move the wheel, or lift';
  const depth = build.use.marginMm - gapMm;
  const verb = obstacle.material === 'liner' ? 'tuck' : obstacle.material === 'seam' ? 'fold' : 'trim';
  return depth <= left
    ? `${verb} ${say(depth)}; ${say(left)} may go`
    : `${verb} ${say(depth)}, but only ${say(left)} may go`;
}

/** What touches or comes nearest, where, in which pose, by how much, how sure, and what it would take. */
export function TouchTable({ build, axle, fit, cures, locked }: Props) {
  const units = useStore($units);
  const say = (mm: number): string =>
    showWithUnit(units === 'metric' ? Math.round(mm * 10) / 10 : mm, 'length', units);
  const rows = [...fit.byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm).slice(0, 7);
  const mine = cures?.filter((cure) => cure.axle === axle) ?? [];
  const helpful = mine.filter((cure) => cure.amountMm !== null);
  return (
    <>
      <table className="w-full border-collapse text-[0.95rem]" data-testid="touch-table">
        <thead>
          <tr className="caption border-ink border-b text-left">
            <th className="py-1">Obstacle</th>
            <th className="px-2 text-right">Gap</th>
            <th className="px-2">Pose (press)</th>
            <th className="px-2">What it takes</th>
            <th className="text-right" title="An estimate from tape accuracy and tire tolerance">
              Chance, est.
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const obstacle = build.vehicle.corners[axle].obstacles.find(({ id }) => id === row.obstacle);
            const touches = row.leastClearanceMm < 0;
            return (
              <tr
                key={row.obstacle}
                className={`border-line border-b align-baseline ${touches ? 'font-semibold' : ''}`}
              >
                <td className="py-0.5">
                  {labelOf(build, axle, row.obstacle)}
                  <span className="text-graphite ml-1.5 text-[0.85rem] font-normal">
                    {obstacle && MATERIAL_WORDS[obstacle.material]}
                  </span>
                </td>
                <td className="px-2 text-right whitespace-nowrap">
                  {touches ? '▼ ' : ''}
                  {say(row.leastClearanceMm)}
                </td>
                <td className="px-2">
                  <button
                    type="button"
                    className="decoration-graphite text-left whitespace-nowrap font-normal underline decoration-dotted underline-offset-4"
                    onClick={() => $pose.set({ axle, lockDeg: row.lockDeg, travelMm: row.travelMm })}
                  >
                    {poseShort(row.lockDeg, row.travelMm, units)}
                  </button>
                </td>
                <td className="px-2 font-normal">
                  {needWords(build, axle, row.obstacle, row.leastClearanceMm, say)}
                </td>
                <td className="text-right font-normal">{(row.chanceOfContact * 100).toFixed(0)} %</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {fit.grade !== 'free' && (
        <div className="mt-2" data-testid="cures">
          <h4 className="caption">To reach the margin at the {axle}, one change at a time</h4>
          {cures === null ? (
            <p className="text-graphite">Working it out…</p>
          ) : (
            <ul className="flex flex-wrap gap-1.5">
              {helpful.map(({ kind, amountMm, package: to }) => (
                <li key={kind}>
                  <button
                    type="button"
                    className="plain-button"
                    disabled={locked || !to}
                    onClick={() => to && takePackage(build.package, to)}
                  >
                    {say(amountMm ?? 0)} {CURE_WORDS[kind]}
                  </button>
                </li>
              ))}
              {helpful.length === 0 && (
                <li>No single change that was tried does: change the tire, or combine.</li>
              )}
              {mine.some((cure) => cure.amountMm === null) && helpful.length > 0 && (
                <li className="text-graphite self-center text-[0.9rem]">
                  Alone, these do not:{' '}
                  {mine
                    .filter((cure) => cure.amountMm === null)
                    .map((cure) => CURE_WORDS[cure.kind].replace(/^(more|of) /, ''))
                    .join(', ')}
                  .
                </li>
              )}
            </ul>
          )}
        </div>
      )}
    </>
  );
}
