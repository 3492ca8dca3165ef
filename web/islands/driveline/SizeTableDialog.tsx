import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { SheetDialog } from '../sheet/dialog';
import { storeSettings } from '../sheet/settings';
import { $shop } from '../sheet/store';

type Row = { key: number } & Record<(typeof COLUMNS)[number][0], string>;

const COLUMNS = [
  ['label', 'Axle class'],
  ['fromRingMm', 'Ring from, mm'],
  ['largestMm', 'Tire up to, mm'],
  ['upgradedMm', 'With upgrades, mm'],
  ['upgrades', 'Which upgrades'],
] as const;

const number = (text: string): number => Number(text.replace(',', '.'));

/** The shop's table of how tall a tire each class of axle takes. A rule of thumb, and marked as one. */
export function SizeTableDialog({ close }: { close: () => void }) {
  const [rows, setRows] = useState<Row[]>(() =>
    $shop.get().sizeTable.map((row, key) => ({
      key,
      label: row.label,
      fromRingMm: String(row.fromRingMm),
      largestMm: String(row.largestMm),
      upgradedMm: String(row.upgradedMm),
      upgrades: row.upgrades,
    })),
  );
  const [fault, setFault] = useState('');
  const store = async (): Promise<void> => {
    const refused = await storeSettings({
      sizeTable: rows.map(({ label, fromRingMm, largestMm, upgradedMm, upgrades }) => ({
        label: label.trim(),
        fromRingMm: number(fromRingMm),
        largestMm: number(largestMm),
        upgradedMm: number(upgradedMm),
        upgrades: upgrades.trim(),
      })),
    });
    if (refused === null) close();
    else setFault(refused);
  };
  return (
    <SheetDialog title="How tall a tire an axle takes" close={close} wide>
      <p className="text-graphite mb-2">
        The shop’s own rule of thumb, by the size of the ring gear. It stands beside the torque ladder and
        does not replace it, nor the axle maker’s limits.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <div className="grid grid-cols-[1.2fr_8rem_8rem_9rem_1.6fr_2rem] gap-x-2 gap-y-1">
          {COLUMNS.map(([key, words]) => (
            <span key={key} className="caption">
              {words}
            </span>
          ))}
          <span />
          {rows.map((row, i) => (
            <div key={row.key} className="contents">
              {COLUMNS.map(([key, words]) => (
                <input
                  key={key}
                  className="field-box"
                  aria-label={`${words}, row ${i + 1}`}
                  value={row[key]}
                  onChange={(event) =>
                    setRows(
                      rows.map((one) => (one.key === row.key ? { ...one, [key]: event.target.value } : one)),
                    )
                  }
                />
              ))}
              <button
                type="button"
                aria-label={`Remove row ${i + 1}`}
                onClick={() => setRows(rows.filter((one) => one.key !== row.key))}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </div>
          ))}
        </div>
        {fault && (
          <p role="alert" className="mt-1 font-medium">
            ▲ {fault}
          </p>
        )}
        <div className="mt-2 flex gap-2">
          <button
            type="button"
            className="plain-button flex items-center gap-1"
            onClick={() =>
              setRows([
                ...rows,
                {
                  key: Math.max(-1, ...rows.map(({ key }) => key)) + 1,
                  label: '',
                  fromRingMm: '180',
                  largestMm: '800',
                  upgradedMm: '850',
                  upgrades: '',
                },
              ])
            }
          >
            <Plus size={16} aria-hidden /> Row
          </button>
          <button type="submit" className="plain-button ml-auto font-semibold">
            Store
          </button>
        </div>
      </form>
    </SheetDialog>
  );
}
