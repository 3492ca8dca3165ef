import type { Terms } from '../format/quote';
import { cents, money } from '../quote/quote';
import { sayDate } from '../time/wallClock';
import { orderLines, sumOf, type SupplierParts } from '../work/partsToOrder';
import type { Block, PaperSheet } from './paper';

/** What is to be ordered, a table for each supplier, as it is read out on the telephone or sent. */
export function orderList(
  shop: string,
  date: string,
  groups: readonly SupplierParts[],
  terms: Pick<Terms, 'currency'>,
): PaperSheet {
  const blocks = groups.flatMap(({ supplier, parts }): Block[] => {
    const sum = sumOf(parts);
    return [
      { kind: 'heading', words: supplier || 'Supplier not decided' },
      {
        kind: 'table',
        head: ['Count', 'Part', 'Each', 'Job', 'Vehicle'],
        rows: orderLines(parts).map(({ count, label, price, jobs, vehicles }) => [
          String(count),
          label,
          price === null ? 'not priced' : money(cents(price), terms),
          jobs.join(', '),
          vehicles.length > 2 ? `${vehicles.length} vehicles` : vehicles.join(', '),
        ]),
        widths: [0.08, 0.42, 0.14, 0.1, 0.26],
        right: [0, 2],
      },
      {
        kind: 'rows',
        rows: [
          [
            sum.unpriced > 0 ? `Together, without ${sum.unpriced} that have no price` : 'Together',
            money(sum.cents, terms),
          ],
        ],
      },
    ];
  });
  return {
    title: 'Parts to order',
    under: [`${shop} · ${sayDate(date)}`],
    blocks: blocks.length > 0 ? blocks : [{ kind: 'text', words: 'Nothing is to be ordered.' }],
  };
}
