import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import { workOf } from '../../../core/work/needs';
import { hours, lineCents, money, quoteLines, totalsOf } from '../../../core/quote/quote';
import { useChosen } from '../../state/chosen';
import { $shop } from '../../state/store';
import { $work, editWork } from '../../state/work';

/** What a stage asks for by the shop's rules and its catalog, and what it comes to; `read` once the catalog was. */
export function useAsked(build: Build, stageId: number | undefined) {
  const { workRules, terms } = useStore($shop);
  const { work } = useStore($work);
  const chosen = useChosen(build, stageId);
  const lines = workOf(build, workRules, { withPerhaps: new Set(work.takenIn), chosen: chosen ?? {} });
  const quoted = quoteLines(lines);
  return { lines, quoted, totals: totalsOf({ lines: quoted }, terms), read: chosen !== null };
}
export type Asked = ReturnType<typeof useAsked>;

/** The same as a list: parts, work, drying, and what it comes to. */
export function PartsTable({ asked: { lines, quoted, totals, read } }: { asked: Asked }) {
  const { workRules, terms } = useStore($shop);
  const maybe = new Set(workRules.filter(({ perhaps }) => perhaps).map(({ id }) => id));
  const toggle = (id: string): void =>
    void editWork((now) => ({
      ...now,
      takenIn: now.takenIn.includes(id) ? now.takenIn.filter((one) => one !== id) : [...now.takenIn, id],
    }));
  return (
    // Until the catalog was read its lines are of other heights.
    <table
      className={`w-full text-[0.95rem] ${read ? '' : 'invisible'}`}
      data-testid="parts"
      data-catalog={read ? 'read' : 'asked'}
    >
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">What it asks for</th>
          <th>Part</th>
          <th className="pl-3 text-right whitespace-nowrap">Parts</th>
          <th className="pl-3 text-right whitespace-nowrap">Time, est.</th>
          <th className="pl-3 text-right whitespace-nowrap">Work</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ id, label, part, labour, perhaps }, i) => {
          const line = quoted[i];
          const { parts, labour: labourCents } = line ? lineCents(line, terms) : { parts: 0, labour: 0 };
          return (
            <tr
              key={id}
              data-line={id}
              className={`border-line border-b align-top ${perhaps ? 'text-graphite' : ''}`}
            >
              <td className="py-1 pr-2">
                {label}
                {maybe.has(id) && (
                  <label className="ml-2 inline-flex items-center gap-1 whitespace-nowrap">
                    <input type="checkbox" checked={!perhaps} onChange={() => toggle(id)} /> it is needed
                  </label>
                )}
                {labour && labour.dryMin > 0 && (
                  <span className="text-graphite"> dries {hours(labour.dryMin)}</span>
                )}
              </td>
              <td className="py-1 pr-2">
                {part ? `${part.count} × ${part.label}` : ''}
                {part?.item && (
                  <span className="text-graphite">
                    {' '}
                    · catalog{part.item.supplier ? `, ${part.item.supplier}` : ''}
                  </span>
                )}
              </td>
              <td className="py-1 pl-3 text-right whitespace-nowrap">
                {part ? part.price === null ? <i>no price</i> : money(parts, terms) : ''}
              </td>
              <td className="py-1 pl-3 text-right whitespace-nowrap">
                {labour ? hours(labour.minutes) : ''}
              </td>
              <td className="py-1 pl-3 text-right whitespace-nowrap">
                {labourCents > 0 ? money(labourCents, terms) : ''}
              </td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="border-ink border-t-2 font-semibold" data-testid="parts-total">
          <td className="py-1" colSpan={2}>
            Together{terms.taxPct > 0 ? `, with ${terms.taxPct} % tax` : ''}:{' '}
            {money(totals.totalCents, terms)}
            {totals.unpriced > 0 &&
              ` at least; ${totals.unpriced} ${totals.unpriced === 1 ? 'part has' : 'parts have'} no price`}
          </td>
          <td className="text-right whitespace-nowrap">{money(totals.partsCents, terms)}</td>
          <td className="pl-3 text-right whitespace-nowrap">{hours(totals.minutes)}</td>
          <td className="pl-3 text-right whitespace-nowrap">{money(totals.labourCents, terms)}</td>
        </tr>
      </tfoot>
    </table>
  );
}
