import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { AddRow, RowsDialog, rowsOf, RowsTable, typedNumber, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';

type Key = 'label' | 'bump' | 'lock';
const COLUMNS: readonly Column<Key>[] = [
  { id: 'label', words: 'Name', width: '1fr', label: (row) => `Zone ${row} name`, maxLength: 40 },
  { id: 'bump', words: 'Bump, %', width: '7rem', label: (row) => `Zone ${row} bump`, numeric: true },
  { id: 'lock', words: 'Lock, %', width: '7rem', label: (row) => `Zone ${row} lock`, numeric: true },
];
const percent = (share: number): string => String(Math.round(share * 100));

/** The shop's own zones: a name, and up to which share of bump or of lock a pose counts. */
export function ZoneDialog({ close }: { close: () => void }) {
  const { zones } = useStore($shop);
  const [rows, setRows] = useState(() =>
    rowsOf<Key>(zones.map(({ label, bump, lock }) => ({ label, bump: percent(bump), lock: percent(lock) }))),
  );
  return (
    <RowsDialog
      title="Zones of the shop"
      intro="A pose counts when the wheel is no further up than this share of its bump travel, or turned no further than this share of lock. Droop always counts."
      close={close}
      store={() =>
        storeSettings({
          zones: rows.map(({ label, bump, lock }) => ({
            label: label.trim(),
            bump: typedNumber(bump) / 100,
            lock: typedNumber(lock) / 100,
          })),
        })
      }
      tools={() => (
        <AddRow words="Zone" rows={rows} setRows={setRows} blank={{ label: '', bump: '50', lock: '50' }} />
      )}
    >
      <RowsTable
        columns={COLUMNS}
        rows={rows}
        setRows={setRows}
        removeLabel={(row) => `Remove zone ${row}`}
      />
    </RowsDialog>
  );
}
