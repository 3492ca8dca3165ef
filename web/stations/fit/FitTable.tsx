import { useStore } from '@nanostores/react';
import type { ReactNode } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { Fit, ObstacleFit } from '../../../core/clearance/fit';
import { isNeverCut, materialOf } from '../../../core/format/materials';
import { showRounded } from '../../../core/units/quantity';
import { labelOf, poseShort, sideWords } from '../../../core/verdict';
import { setVehicle } from '../../state/edits';
import { useKept } from '../../state/kept';
import { $cures, $pose, $units } from '../../state/store';
import { useSettled } from '../../state/useSettled';
import { NumberField } from '../../ui/NumberField';
import { CornerRow, CureCells, CureHeads, CureNotes, kindsOf } from './cureCells';

type Props = { build: Build; axle: AxleName; fit: Fit; locked: boolean };

/** What makes a gap unsure, one standard deviation each. */
function spreadWords({ spreadParts, guessed }: ObstacleFit, say: (mm: number) => string): string {
  const { tapeMm, tireMm, rideMm, giveMm } = spreadParts;
  return `Estimate, one standard deviation: ${guessed ? 'shape not measured' : 'tape'} ${say(tapeMm)}, tire ${say(tireMm)}, ride height ${say(rideMm)}${giveMm > 0 ? `, bushings that were not measured ${say(giveMm)}` : ''}. Of many places that nearly touch one is likely to.`;
}

/** As many as stand in the first look; the rest is a press away. */
const FIRST_ROWS = 7;

/** What one thing that the wheel could meet comes to, and what would free it. */
function FitRow({
  build,
  axle,
  row,
  children,
  locked,
}: {
  build: Build;
  axle: AxleName;
  row: ObstacleFit;
  children: ReactNode;
  locked: boolean;
}) {
  const units = useStore($units);
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  const { obstacles } = build.vehicle.corners[axle];
  const index = obstacles.findIndex(({ id }) => id === row.obstacle);
  const obstacle = obstacles[index];
  const touches = row.leastClearanceMm < 0;
  const name = labelOf(build, axle, row.obstacle);
  return (
    // What is under the margin has room for what would free it, before that is known.
    <tr
      className={`border-line border-b ${touches ? 'font-semibold' : ''} ${row.leastClearanceMm < build.use.marginMm ? 'h-9' : ''}`}
    >
      <th scope="row" className="py-0.5 pr-2 text-left font-[inherit] xl:whitespace-nowrap">
        {sideWords(row.side)}
        {name}
        <span className="text-graphite ml-1.5 text-[0.85rem] font-normal">
          {obstacle && materialOf(obstacle.material).words}
          {row.guessed && ', from a shape'}
        </span>
      </th>
      <td className="px-2 text-right whitespace-nowrap">
        {touches ? '▼ ' : ''}
        {say(row.leastClearanceMm)}
        <span className="text-graphite ml-1 text-[0.85rem] font-normal" title={spreadWords(row, say)}>
          ± {say(Math.max(1, Math.round(row.spreadMm)))}
        </span>
      </td>
      <td className="px-1 text-right font-normal">{(row.chanceOfContact * 100).toFixed(0)} %</td>
      <td className="px-2">
        <button
          type="button"
          className="decoration-graphite text-left font-normal whitespace-nowrap underline decoration-dotted underline-offset-4"
          onClick={() => $pose.set({ axle, lockDeg: row.lockDeg, travelMm: row.travelMm })}
        >
          {poseShort(row.lockDeg, row.travelMm, units)}
        </button>
      </td>
      <td className="pr-2 font-normal">
        <div className="flex items-center gap-2">
          {obstacle && !isNeverCut(obstacle.material) ? (
            <span className="w-[5.2rem] shrink-0">
              <NumberField
                hideLabel
                dense
                label={`May be cut, ${name}`}
                quantity="length"
                path={`vehicle.corners.${axle}.obstacles.${index}.cutMm`}
                value={obstacle.cutMm}
                take={(mm) => setVehicle(`/corners/${axle}/obstacles/${index}/cutMm`, mm)}
                disabled={locked}
              />
            </span>
          ) : (
            <span className="text-graphite w-[5.2rem] shrink-0 text-[0.85rem]">never cut</span>
          )}
          {row.accepted && <span className="text-[0.88rem]">kisses: this job lets it pass</span>}
        </div>
      </td>
      {children}
    </tr>
  );
}

/**
 * What touches or comes nearest, where, in which pose, by how much, how sure, what may be cut of it, and in the same line the
 * least of every kind of change that frees it.
 */
export function FitTable({ build, axle, fit, locked }: Props) {
  const still = useSettled(build);
  const known = useStore($cures);
  const [all, setAll] = useKept('fit.all', false);
  const corner = known?.build === still ? known.corners.find((one) => one.axle === axle) : undefined;
  const { frees: kinds } = kindsOf(corner);
  const rows = [...fit.byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  const under = new Set(corner?.cures.map(({ obstacle }) => obstacle));
  const cures = { build: still, axle, corner, locked, kinds };
  return (
    <div data-testid="cures" className="overflow-x-auto">
      <table className="w-full border-collapse text-[0.92rem]" data-testid="touch-table">
        <thead>
          <tr className="caption border-ink border-b text-left align-bottom">
            <th className="py-0.5">Obstacle</th>
            <th className="px-2 text-right">Gap</th>
            <th
              className="px-1 text-right"
              title="An estimate from tape accuracy, tire tolerance and ride height"
            >
              Chance,
              <br />
              est.
            </th>
            <th className="px-2">Pose (press)</th>
            <th>May be cut</th>
            <CureHeads kinds={kinds} />
          </tr>
        </thead>
        <CornerRow columns={5} wanted={fit.grade !== 'free'} {...cures} />
        <tbody data-rows="obstacles">
          {(all ? rows : rows.slice(0, FIRST_ROWS)).map((row) => (
            <FitRow key={row.obstacle} build={build} axle={axle} row={row} locked={locked}>
              {under.has(row.obstacle) ? <CureCells id={row.obstacle} {...cures} /> : null}
            </FitRow>
          ))}
        </tbody>
      </table>
      <p className="text-graphite flex flex-wrap gap-x-4 text-[0.85rem]">
        {rows.length > FIRST_ROWS && (
          <button type="button" className="underline" onClick={() => setAll(!all)}>
            {all ? 'The nearest alone' : `${rows.length - FIRST_ROWS} more, farther away`}
          </button>
        )}
        {corner ? <CureNotes corner={corner} /> : 'What would free it is being worked out…'}
      </p>
    </div>
  );
}
