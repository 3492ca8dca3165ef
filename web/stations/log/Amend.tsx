import { MARKS } from '../../../core/format/names';
import { useStore } from '@nanostores/react';
import { useEffect, useRef, useState } from 'react';
import type { Build } from '../../../core/format/build';
import type { LogEntry } from '../../../core/format/log';
import type { TestReading } from '../../../core/format/testFit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { SheetDialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { OneLineForm } from '../../ui/OneLineForm';
import { $units, type Edited } from '../../state/store';
import { writeDown } from './logStore';
import { entryWords, seenWords } from './words';
import { sayDate } from '../../../core/time/wallClock';

const OK: Edited = { ok: true };

/** What was seen instead: the gap, or the mark, with all else as it was. */
function Corrected({ reading, keep }: { reading: TestReading; keep: (reading: TestReading) => void }) {
  const [gapMm, setGap] = useState(reading.gapMm);
  const [mark, setMark] = useState<string>(reading.mark ?? 'clear');
  const { confirmed: _before, mark: _mark, clear: _clear, ...rest } = reading;
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (gapMm !== undefined) keep({ ...rest, gapMm });
        else if (mark === 'clear') keep({ ...rest, clear: true });
        else keep({ ...rest, mark: mark as (typeof MARKS)[number] });
      }}
    >
      {reading.gapMm !== undefined ? (
        <div className="w-40">
          <NumberField
            label="The gap, read again"
            quantity="length"
            path="reading.gapMm"
            value={gapMm}
            take={(mm) => {
              setGap(mm);
              return OK;
            }}
          />
        </div>
      ) : (
        <div className="w-40">
          <Choice
            label="Seen instead"
            value={mark}
            options={[...MARKS.map((one) => [one, one] as const), ['clear', 'clear'] as const]}
            choose={setMark}
          />
        </div>
      )}
      <Button needs="bench" type="submit">
        Correct it
      </Button>
    </form>
  );
}

/** Puts an entry of the log right, or strikes it out. What was written first stays in the log, with who and when. */
export function Amend({
  entry,
  build,
  flagged,
  close,
}: {
  entry: LogEntry;
  build: Build;
  /** It is left out until somebody says that it is so. */
  flagged?: boolean;
  close: () => void;
}) {
  const units = useStore($units);
  const [fault, setFault] = useState('');
  const write = async (draft: Parameters<typeof writeDown>[0]): Promise<void> => {
    const refused = await writeDown(draft);
    setFault(refused ?? '');
    if (refused === null) close();
  };
  const of = entry.id;
  const sheet = useRef<HTMLDivElement>(null);
  // The hand that opened it has a figure to type; the sheet itself puts its own button in focus first.
  useEffect(() => {
    const timer = setTimeout(() => sheet.current?.querySelector<HTMLElement>('input, select')?.focus());
    return () => clearTimeout(timer);
  }, []);
  return (
    <SheetDialog title="Put an entry right" close={close}>
      <div className="flex flex-col gap-3" data-testid="amend" ref={sheet}>
        <p>
          {entryWords(entry, build, units)}
          <br />
          <span className="text-graphite">
            {entry.by}, {sayDate(entry.at)}. It stays in the log; what is said here stands beside it, with
            your name.
          </span>
        </p>
        {entry.kind === 'test-fit' && (
          <Corrected
            reading={entry.reading}
            keep={(reading) => void write({ kind: 'corrected', of, reading })}
          />
        )}
        {entry.kind === 'test-fit' && flagged && (
          <p>
            <Button
              onClick={() =>
                void write({ kind: 'corrected', of, reading: { ...entry.reading, confirmed: true } })
              }
            >
              Read again: it is {seenWords(entry.reading, units)}
            </Button>
          </p>
        )}
        <OneLineForm
          caption
          label="or strike it out, because"
          words="Strike out"
          value=""
          minLength={1}
          keep={(why) => {
            if (why) void write({ kind: 'struck', of, why });
          }}
        />
        {fault && (
          <p role="alert" className="font-medium">
            ▲ {fault}
          </p>
        )}
      </div>
    </SheetDialog>
  );
}
