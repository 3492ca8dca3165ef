import type { Mark, Marking } from '../../../core/cutting/marking';
import { tapeInches } from '../../../core/units/length';
import { DataTable } from '../../ui/DataTable';

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
    <DataTable
      testId="marks"
      className="w-full text-[0.95rem]"
      caption={
        <span className="text-graphite text-[0.9rem]">
          Along from {marking.frontEnd}; deep from the {marking.edge}, square to it
          {marking.reference && `; check: straight from ${marking.reference.words}`}. The same on the other
          side, mirrored.
        </span>
      }
      rows={marking.marks}
      keyOf={({ number }) => number}
      rowProps={({ number }) => ({
        onPointerEnter: () => choose(number),
        onPointerLeave: () => choose(null),
      })}
      columns={[
        { head: 'Mark', className: 'font-semibold', cell: ({ number }) => number },
        { head: 'Along', cell: ({ alongMm }) => both(alongMm) },
        { head: 'Deep', className: 'font-semibold', cell: ({ depthMm }) => both(depthMm) },
        ...(marking.reference
          ? [
              {
                head: 'Check',
                cell: ({ fromReferenceMm }: Mark) => (fromReferenceMm === null ? '' : both(fromReferenceMm)),
              },
            ]
          : []),
      ]}
    />
  );
}
