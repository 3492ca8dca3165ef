import { useStore } from '@nanostores/react';
import type { AxleName, Build } from '../../../core/format/build';
import type { Fit, ObstacleFit } from '../../../core/clearance/fit';
import { NEVER_CUT } from '../../../core/format/vehicle';
import { showRounded } from '../../../core/units/quantity';
import { labelOf, poseShort, sideWords } from '../../../core/verdict';
import { MATERIAL_WORDS } from '../../drawings/layers';
import { $pose, $units } from '../../state/store';

type Props = { build: Build; axle: AxleName; fit: Fit };

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

/** What makes a gap unsure, one standard deviation each. */
function spreadWords({ spreadParts, guessed }: ObstacleFit, say: (mm: number) => string): string {
  const { tapeMm, tireMm, rideMm } = spreadParts;
  return `Estimate, one standard deviation: ${guessed ? 'shape not measured' : 'tape'} ${say(tapeMm)}, tire ${say(tireMm)}, ride height ${say(rideMm)}.`;
}

/** What touches or comes nearest, where, in which pose, by how much, how sure, and what it would take. */
export function TouchTable({ build, axle, fit }: Props) {
  const units = useStore($units);
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  const rows = [...fit.byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm).slice(0, 7);
  return (
    <>
      <table className="w-full border-collapse text-[0.95rem]" data-testid="touch-table">
        <thead>
          <tr className="caption border-ink border-b text-left">
            <th className="py-1">Obstacle</th>
            <th className="px-2 text-right">Gap</th>
            <th className="px-2">Pose (press)</th>
            <th className="px-2">What it takes</th>
            <th className="text-right" title="An estimate from tape accuracy, tire tolerance and ride height">
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
                  {sideWords(row.side)}
                  {labelOf(build, axle, row.obstacle)}
                  <span className="text-graphite ml-1.5 text-[0.85rem] font-normal">
                    {obstacle && MATERIAL_WORDS[obstacle.material]}
                    {row.guessed && ', from a shape'}
                  </span>
                </td>
                <td className="px-2 text-right whitespace-nowrap">
                  {touches ? '▼ ' : ''}
                  {say(row.leastClearanceMm)}
                  <span
                    className="text-graphite ml-1 text-[0.85rem] font-normal"
                    title={spreadWords(row, say)}
                  >
                    ± {say(Math.max(1, Math.round(row.spreadMm)))}
                  </span>
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
                  {row.accepted
                    ? 'kisses: this job lets it pass'
                    : needWords(build, axle, row.obstacle, row.leastClearanceMm, say)}
                </td>
                <td className="text-right font-normal">{(row.chanceOfContact * 100).toFixed(0)} %</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
