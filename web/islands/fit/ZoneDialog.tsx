import { useStore } from '@nanostores/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { SheetDialog } from '../sheet/dialog';
import { storeSettings } from '../sheet/settings';
import { $shop } from '../sheet/store';

type Row = { key: number; label: string; bump: string; lock: string };

/** The shop's own zones: a name, and up to which share of bump or of lock a pose counts. */
export function ZoneDialog({ close }: { close: () => void }) {
  const { zones } = useStore($shop);
  const [rows, setRows] = useState<Row[]>(() =>
    zones.map(({ label, bump, lock }, key) => ({
      key,
      label,
      bump: String(Math.round(bump * 100)),
      lock: String(Math.round(lock * 100)),
    })),
  );
  const [fault, setFault] = useState('');
  const change = (key: number, part: Partial<Row>): void =>
    setRows(rows.map((row) => (row.key === key ? { ...row, ...part } : row)));
  const store = async (): Promise<void> => {
    const share = (text: string): number => Number(text.replace(',', '.')) / 100;
    const refused = await storeSettings({
      zones: rows.map(({ label, bump, lock }) => ({
        label: label.trim(),
        bump: share(bump),
        lock: share(lock),
      })),
    });
    if (refused === null) close();
    else setFault(refused);
  };
  return (
    <SheetDialog title="Zones of the shop" close={close}>
      <p className="text-graphite mb-2">
        A pose counts when the wheel is no further up than this share of its bump travel, or turned no further
        than this share of lock. Droop always counts.
      </p>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <div className="grid grid-cols-[1fr_7rem_7rem_2.5rem] gap-x-2 gap-y-1">
          <span className="caption">Name</span>
          <span className="caption">Bump, %</span>
          <span className="caption">Lock, %</span>
          <span />
          {rows.map(({ key, label, bump, lock }, i) => (
            <div key={key} className="contents">
              <input
                className="field-box"
                aria-label={`Zone ${i + 1} name`}
                value={label}
                maxLength={40}
                onChange={(event) => change(key, { label: event.target.value })}
              />
              <input
                className="field-box"
                aria-label={`Zone ${i + 1} bump`}
                inputMode="decimal"
                value={bump}
                onChange={(event) => change(key, { bump: event.target.value })}
              />
              <input
                className="field-box"
                aria-label={`Zone ${i + 1} lock`}
                inputMode="decimal"
                value={lock}
                onChange={(event) => change(key, { lock: event.target.value })}
              />
              <button
                type="button"
                aria-label={`Remove zone ${i + 1}`}
                onClick={() => setRows(rows.filter((row) => row.key !== key))}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </div>
          ))}
        </div>
        {fault && (
          <p role="alert" className="font-medium">
            ▲ {fault}
          </p>
        )}
        <div className="flex gap-2">
          <button
            type="button"
            className="plain-button flex items-center gap-1"
            onClick={() =>
              setRows([
                ...rows,
                { key: Math.max(-1, ...rows.map(({ key }) => key)) + 1, label: '', bump: '50', lock: '50' },
              ])
            }
          >
            <Plus size={16} aria-hidden /> Zone
          </button>
          <button type="submit" className="plain-button">
            Store
          </button>
        </div>
      </form>
    </SheetDialog>
  );
}
