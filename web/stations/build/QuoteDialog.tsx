import { useState } from 'react';
import { money, totalsOf } from '../../../core/quote/quote';
import type { QuoteLineOut } from '../../../server/work';
import {
  AddRow,
  RowsDialog,
  rowsOf,
  RowsTable,
  typedNumber,
  type Column,
  type Row,
} from '../../ui/RowsDialog';
import { DateField } from '../../ui/DateField';
import { refusalWords, send } from '../../state/apiClient';
import type { Quote, QuoteLine } from '../../../core/format/quote';

type Key = 'label' | 'count' | 'price' | 'minutes' | 'perhaps' | 'id';
const columns = (option: string): readonly Column<Key>[] => [
  { id: 'label', words: 'Line', width: '1fr', label: (row) => `${option}, line ${row}`, maxLength: 160 },
  {
    id: 'count',
    words: 'Count',
    width: '4.5rem',
    label: (row) => `${option}, line ${row} count`,
    numeric: true,
  },
  {
    id: 'price',
    words: 'Each',
    width: '6.5rem',
    label: (row) => `${option}, line ${row} price`,
    numeric: true,
  },
  {
    id: 'minutes',
    words: 'Minutes',
    width: '5.5rem',
    label: (row) => `${option}, line ${row} minutes`,
    numeric: true,
  },
  {
    id: 'perhaps',
    words: 'In the sum',
    width: '9.5rem',
    label: (row) => `${option}, line ${row} in the sum`,
    options: [
      ['no', 'yes'],
      ['yes', 'only if needed'],
    ],
  },
];

const typed = (line: QuoteLine): Record<Key, string> => ({
  id: line.id,
  label: line.label,
  count: String(line.count),
  price: line.price === null ? '' : String(line.price),
  minutes: String(line.minutes),
  perhaps: line.perhaps ? 'yes' : 'no',
});
const lineFrom = (row: Row<Key>): QuoteLine => ({
  id: row.id,
  label: row.label.trim(),
  count: typedNumber(row.count),
  // A price that is left empty is not known; it is not nothing.
  price: row.price.trim() === '' ? null : typedNumber(row.price),
  minutes: typedNumber(row.minutes),
  perhaps: row.perhaps === 'yes',
});

/** Every line of a quote that is not accepted yet, under the hand. */
export function QuoteDialog({
  line: { id, number, version, quote },
  close,
  changed,
}: {
  line: QuoteLineOut;
  close: () => void;
  changed: (now: QuoteLineOut) => void;
}) {
  const [note, setNote] = useState(quote.note);
  const [validUntil, setValidUntil] = useState(quote.validUntil);
  const [options, setOptions] = useState(() =>
    quote.options.map(({ lines }) => rowsOf<Key>(lines.map(typed))),
  );
  const setRows = (at: number) => (rows: Row<Key>[]) =>
    setOptions(options.map((one, i) => (i === at ? rows : one)));
  const asQuote = (): Quote => ({
    ...quote,
    note: note.trim(),
    validUntil,
    options: quote.options.map((option, i) => ({ ...option, lines: (options[i] ?? []).map(lineFrom) })),
  });
  const store = async (): Promise<string | null> => {
    const answer = await send<QuoteLineOut>('PUT', `/api/quotes/${id}`, { version, quote: asQuote() });
    if (answer.kind !== 'ok') return refusalWords(answer);
    changed(answer.value);
    return null;
  };
  return (
    <RowsDialog
      wide
      title={`Quote ${number}`}
      intro="What stands here is what the customer reads. Once it is accepted it is frozen."
      close={close}
      store={store}
    >
      <div className="grid grid-cols-[10rem_1fr] gap-2">
        <DateField label="Valid until" value={validUntil} take={setValidUntil} />
        <label className="caption">
          Said to the customer
          <input
            className="field-box text-ink"
            value={note}
            maxLength={2000}
            onChange={(event) => setNote(event.target.value)}
          />
        </label>
      </div>
      {quote.options.map(({ label }, at) => {
        const rows = options[at] ?? [];
        const { totalCents, unpriced } = totalsOf({ lines: rows.map(lineFrom) }, quote.terms);
        return (
          <div key={at}>
            <h3 className="text-lg font-semibold">{label}</h3>
            <RowsTable
              columns={columns(label)}
              rows={rows}
              setRows={setRows(at)}
              removeLabel={(row) => `Remove line ${row} of ${label}`}
            />
            <div className="mt-1 flex items-center gap-3">
              <AddRow
                words="Line"
                rows={rows}
                setRows={setRows(at)}
                blank={{ id: 'own', label: '', count: '1', price: '', minutes: '0', perhaps: 'no' }}
              />
              <p className="ml-auto font-semibold">
                {Number.isFinite(totalCents) ? money(totalCents, quote.terms) : 'A number is not readable'}
                {unpriced > 0 && <span className="font-normal">, {unpriced} without a price</span>}
              </p>
            </div>
          </div>
        );
      })}
    </RowsDialog>
  );
}
