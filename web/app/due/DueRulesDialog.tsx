import { LOG_KINDS, type LogKind } from '../../../core/format/names';
import { useState } from 'react';
import { AddRow, RowsDialog, rowsOf, RowsTable, typedNumber, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import type { DueRule } from '../../../core/format/due';

type Key = 'label' | 'kind' | 'afterKm' | 'afterDays' | 'again';
const SETTLING: readonly LogKind[] = [
  're-torque',
  'test-fit',
  'alignment',
  'tread',
  'chalk',
  'pressures',
  'note',
];
const labelled =
  (words: string) =>
  (row: number): string =>
    `${words}, row ${row}`;
const COLUMNS: readonly Column<Key>[] = [
  { id: 'label', words: 'What', width: '1.5fr', label: labelled('What') },
  {
    id: 'kind',
    words: 'Settled by',
    width: '9rem',
    label: labelled('Settled by'),
    options: SETTLING.map((kind) => [kind, LOG_KINDS[kind]] as const),
  },
  { id: 'afterKm', words: 'After, km', width: '7rem', label: labelled('After, km'), numeric: true },
  { id: 'afterDays', words: 'After, days', width: '7rem', label: labelled('After, days'), numeric: true },
  {
    id: 'again',
    words: 'How often',
    width: '9rem',
    label: labelled('How often'),
    options: [
      ['once', 'once'],
      ['again', 'each time'],
    ],
  },
];

/** What is due after a handover, and when: the shop's own list. */
export function DueRulesDialog({ close }: { close: () => void }) {
  const [rows, setRows] = useState(() =>
    rowsOf<Key>(
      $shop.get().due.map(({ label, kind, afterKm, afterDays, again }) => ({
        label,
        kind,
        afterKm: afterKm === undefined ? '' : String(afterKm),
        afterDays: afterDays === undefined ? '' : String(afterDays),
        again: again ? 'again' : 'once',
      })),
    ),
  );
  return (
    <RowsDialog
      wide
      title="What is due when"
      intro="By distance, by days, or by whichever comes first, counted from the handover or from the last time. Common practice to begin with; the makers’ own intervals come first."
      close={close}
      store={async () => {
        const stored = await storeSettings({
          due: rows.map(({ label, kind, afterKm, afterDays, again }): DueRule => ({
            label: label.trim(),
            kind: kind as LogKind,
            ...(afterKm.trim() ? { afterKm: typedNumber(afterKm) } : {}),
            ...(afterDays.trim() ? { afterDays: typedNumber(afterDays) } : {}),
            again: again === 'again',
          })),
        });
        // The list is worked out on the server: by the new rules when it is read again.
        if (stored === null) location.reload();
        return stored;
      }}
      tools={() => (
        <AddRow
          words="Row"
          rows={rows}
          setRows={setRows}
          blank={{ label: '', kind: 'note', afterKm: '', afterDays: '30', again: 'once' }}
        />
      )}
    >
      <RowsTable columns={COLUMNS} rows={rows} setRows={setRows} removeLabel={(row) => `Remove row ${row}`} />
    </RowsDialog>
  );
}
