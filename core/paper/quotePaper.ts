import { sayDate } from '../time/wallClock';
import { underTitle, type Block, type Heading, type PaperSheet } from './paper';
import { hours, lineCents, money, totalsOf } from '../quote/quote';
import type { Quote, QuoteLine, QuoteOption, Terms } from '../format/quote';

const amount = ({ count, price }: QuoteLine, cents: number, terms: Terms): string =>
  count > 0 && price === null ? 'not priced' : cents > 0 ? money(cents, terms) : '';

function optionBlocks(option: QuoteOption, terms: Terms, many: boolean): Block[] {
  const { partsCents, labourCents, taxCents, totalCents, minutes, unpriced } = totalsOf(option, terms);
  const rows = option.lines.map((line) => {
    const { parts, labour } = lineCents(line, terms);
    return [
      `${line.label}${line.perhaps ? ' (if it turns out to be needed; not in the sum)' : ''}`,
      line.count > 0 ? String(line.count) : '',
      amount(line, parts, terms),
      line.minutes > 0 ? hours(line.minutes) : '',
      labour > 0 ? money(labour, terms) : '',
    ];
  });
  return [
    { kind: 'heading', words: many ? `Option: ${option.label}` : option.label },
    ...(option.summary ? [{ kind: 'text' as const, words: option.summary }] : []),
    {
      kind: 'table',
      head: ['', 'Count', 'Parts', 'Time, est.', 'Work'],
      rows,
      widths: [0.5, 0.09, 0.15, 0.12, 0.14],
      right: [1, 2, 3, 4],
    },
    {
      kind: 'rows',
      rows: [
        ['Parts', money(partsCents, terms)],
        [
          `Work, ${hours(minutes)} at ${money(Math.round(terms.hourlyRate * 100), terms)} an hour`,
          money(labourCents, terms),
        ],
        [`Tax, ${terms.taxPct} %`, money(taxCents, terms)],
        [
          unpriced > 0
            ? `Total, without ${unpriced} ${unpriced === 1 ? 'part that has' : 'parts that have'} no price yet`
            : 'Total',
          money(totalCents, terms),
        ],
      ],
    },
    ...(option.gains.length > 0
      ? [
          { kind: 'text' as const, words: 'What it gains', strong: true },
          { kind: 'list' as const, items: option.gains },
        ]
      : []),
    ...(option.costs.length > 0
      ? [
          { kind: 'text' as const, words: 'What it costs in use', strong: true },
          { kind: 'list' as const, items: option.costs },
        ]
      : []),
  ];
}

/** A quote as it goes to the customer; `accepted` is said where it was, by whom and when. */
export function quotePaper(
  heading: Heading,
  number: string,
  quote: Quote,
  accepted: { option: string; by: string; on: string } | null,
): PaperSheet {
  return {
    title: `Quote ${number}`,
    under: underTitle(heading),
    blocks: [
      {
        kind: 'text',
        strong: true,
        words: accepted
          ? `Accepted by ${accepted.by} on ${sayDate(accepted.on)}: ${accepted.option}.`
          : `Made ${sayDate(quote.madeOn)}, valid until ${sayDate(quote.validUntil)}.`,
      },
      ...(quote.note ? [{ kind: 'text' as const, words: quote.note }] : []),
      ...quote.options.flatMap((option) => optionBlocks(option, quote.terms, quote.options.length > 1)),
      {
        kind: 'text',
        words:
          'Times are estimates. What the makers’ limits, the local code or an inspector ask for stands above this quote and may change it; nothing is added without asking you.',
      },
    ],
  };
}
