import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import type { AxleCompared, AxleVerdict } from '../../../core/calibration/compare';
import { labelOf } from '../../../core/verdict';
import { GradeMark } from '../../drawings/GradeMark';
import { $units } from '../../state/store';
import { mm } from './words';

function Verdict({
  verdict,
  build,
  axle,
}: {
  verdict: AxleVerdict;
  build: Build;
  axle: AxleCompared['axle'];
}) {
  const units = useStore($units);
  const { grade, leastClearanceMm, obstacle, spreadMm, chanceOfContact } = verdict;
  return (
    <td className="py-1 pr-4">
      <GradeMark grade={grade} size={16} /> <b className="font-semibold">{mm(leastClearanceMm, units)}</b> ±{' '}
      {mm(spreadMm, units)} to the {labelOf(build, axle, obstacle)}, chance of contact{' '}
      {(chanceOfContact * 100).toFixed(0)} %
    </td>
  );
}

/** The assessment as it is, beside the one that taking the readings over would give. */
export function Compared({ build, compared }: { build: Build; compared: readonly AxleCompared[] }) {
  return (
    <table className="mt-2 w-full text-[0.95rem]" data-testid="compared">
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">Assessment</th>
          <th>as it is now</th>
          <th>with the readings taken over</th>
        </tr>
      </thead>
      <tbody>
        {compared.map(({ axle, before, after }) => (
          <tr key={axle} className="border-line border-b align-top" data-axle={axle}>
            <th className="py-1 pr-4 text-left font-semibold">{axle}</th>
            <Verdict verdict={before} build={build} axle={axle} />
            <Verdict verdict={after} build={build} axle={axle} />
          </tr>
        ))}
      </tbody>
    </table>
  );
}
