import type { Marking } from '../../../core/cutting/marking';
import { tapeInches } from '../../../core/units/length';

/** The new edge as a tape finds it, mm and sixteenths side by side, in the order of a hand. */
export function MarkTable({
  marking,
  choose,
}: {
  marking: Marking;
  choose: (number: number | null) => void;
}) {
  const both = (mm: number): string => `${mm.toFixed(0)} mm · ${tapeInches(mm)}`;
  return (
    <table className="w-full text-[0.95rem]" data-testid="marks">
      <caption className="text-graphite text-left text-[0.9rem]">
        Along from {marking.frontEnd}; deep from the {marking.edge}, square to it
        {marking.reference && `; check: straight from ${marking.reference.words}`}. The same on the other
        side, mirrored.
      </caption>
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">Mark</th>
          <th>Along</th>
          <th>Deep</th>
          {marking.reference && <th>Check</th>}
        </tr>
      </thead>
      <tbody>
        {marking.marks.map(({ number, alongMm, depthMm, fromReferenceMm }) => (
          <tr
            key={number}
            className="border-line border-b"
            onPointerEnter={() => choose(number)}
            onPointerLeave={() => choose(null)}
          >
            <td className="py-0.5 font-semibold">{number}</td>
            <td>{both(alongMm)}</td>
            <td className="font-semibold">{both(depthMm)}</td>
            {marking.reference && <td>{fromReferenceMm === null ? '' : both(fromReferenceMm)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
