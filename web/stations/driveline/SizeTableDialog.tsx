import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { show, withUnit, type UnitSystem } from '../../../core/units/quantity';
import { AddRow, RowsDialog, rowsOf, RowsTable, typedQuantity, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop, $units } from '../../state/store';

type Key = 'label' | 'fromRingMm' | 'largestMm' | 'upgradedMm' | 'upgrades';
const columnsIn = (units: UnitSystem): Column<Key>[] =>
  (
    [
      ['label', 'Axle class', '1.2fr'],
      ['fromRingMm', withUnit('Ring from', 'length', units), '8rem'],
      ['largestMm', withUnit('Tire up to', 'length', units), '8rem'],
      ['upgradedMm', withUnit('With upgrades', 'length', units), '9rem'],
      ['upgrades', 'Which upgrades', '1.6fr'],
    ] as const
  ).map(([id, words, width]) => ({ id, words, width, label: (row) => `${words}, row ${row}` }));

/** The shop's table of how tall a tire each class of axle takes. A rule of thumb, and marked as one. */
export function SizeTableDialog({ close }: { close: () => void }) {
  const units = useStore($units);
  const say = (mm: number): string => show(mm, 'length', units);
  const mm = (text: string): number => typedQuantity(text, 'length', units);
  const [rows, setRows] = useState(() =>
    rowsOf<Key>(
      $shop.get().sizeTable.map(({ label, fromRingMm, largestMm, upgradedMm, upgrades }) => ({
        label,
        fromRingMm: say(fromRingMm),
        largestMm: say(largestMm),
        upgradedMm: say(upgradedMm),
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
            fromRingMm: mm(fromRingMm),
            largestMm: mm(largestMm),
            upgradedMm: mm(upgradedMm),
            upgrades: upgrades.trim(),
          })),
        })
      }
      tools={() => (
        <AddRow
          words="Row"
          rows={rows}
          setRows={setRows}
          blank={{ label: '', fromRingMm: say(180), largestMm: say(800), upgradedMm: say(850), upgrades: '' }}
        />
      )}
    >
      <RowsTable
        columns={columnsIn(units)}
        rows={rows}
        setRows={setRows}
        removeLabel={(row) => `Remove row ${row}`}
      />
    </RowsDialog>
  );
}
