import { useState } from 'react';
import { AddRow, RowsDialog, rowsOf, RowsTable, typedNumber, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';

type Key = 'label' | 'fromRingMm' | 'largestMm' | 'upgradedMm' | 'upgrades';
const COLUMNS: readonly Column<Key>[] = (
  [
    ['label', 'Axle class', '1.2fr'],
    ['fromRingMm', 'Ring from, mm', '8rem'],
    ['largestMm', 'Tire up to, mm', '8rem'],
    ['upgradedMm', 'With upgrades, mm', '9rem'],
    ['upgrades', 'Which upgrades', '1.6fr'],
  ] as const
).map(([id, words, width]) => ({ id, words, width, label: (row) => `${words}, row ${row}` }));

/** The shop's table of how tall a tire each class of axle takes. A rule of thumb, and marked as one. */
export function SizeTableDialog({ close }: { close: () => void }) {
  const [rows, setRows] = useState(() =>
    rowsOf<Key>(
      $shop.get().sizeTable.map(({ label, fromRingMm, largestMm, upgradedMm, upgrades }) => ({
        label,
        fromRingMm: String(fromRingMm),
        largestMm: String(largestMm),
        upgradedMm: String(upgradedMm),
        upgrades,
      })),
    ),
  );
  return (
    <RowsDialog
      wide
      title="How tall a tire an axle takes"
      intro="The shop’s own rule of thumb, by the size of the ring gear. It stands beside the torque ladder and does not replace it, nor the axle maker’s limits."
      close={close}
      store={() =>
        storeSettings({
          sizeTable: rows.map(({ label, fromRingMm, largestMm, upgradedMm, upgrades }) => ({
            label: label.trim(),
            fromRingMm: typedNumber(fromRingMm),
            largestMm: typedNumber(largestMm),
            upgradedMm: typedNumber(upgradedMm),
            upgrades: upgrades.trim(),
          })),
        })
      }
      tools={() => (
        <AddRow
          words="Row"
          rows={rows}
          setRows={setRows}
          blank={{ label: '', fromRingMm: '180', largestMm: '800', upgradedMm: '850', upgrades: '' }}
        />
      )}
    >
      <RowsTable columns={COLUMNS} rows={rows} setRows={setRows} removeLabel={(row) => `Remove row ${row}`} />
    </RowsDialog>
  );
}
