import { format, isValid, parse } from 'date-fns';
import { useId, useState } from 'react';
import { sayDate } from '../../core/time/wallClock';
import { now } from '../state/clock';

/** As people write a day. One with slashes is not among them: 3/4 is another day here and there. */
const WRITTEN = ['d MMM yyyy', 'd MMMM yyyy', 'MMM d yyyy', 'MMMM d yyyy', 'd.M.yyyy', 'yyyy-MM-dd'];
/** Without its year, the next such day is meant. */
const WITHOUT_YEAR = ['d MMM', 'd MMMM', 'MMM d', 'MMMM d', 'd.M.'];

/** The day that is meant, `2025-01-14`; null where it cannot be told. */
export function readDate(text: string, today: Date): string | null {
  const written = text.trim().replace(/,/g, ' ').replace(/\s+/g, ' ');
  for (const pattern of [...WRITTEN, ...WITHOUT_YEAR]) {
    const day = parse(written, pattern, today);
    if (!isValid(day) || day.getFullYear() < 1900) continue;
    const said = format(day, 'yyyy-MM-dd');
    const passed = WITHOUT_YEAR.includes(pattern) && said < format(today, 'yyyy-MM-dd');
    return passed ? `${day.getFullYear() + 1}${said.slice(4)}` : said;
  }
  return null;
}

type Props = { label: string; value: string; take: (day: string) => void; mayBeEmpty?: boolean };

/** A day as people write it, `14 Jan 2025`; what cannot be read is said under the field and not taken in. */
export function DateField({ label, value, take, mayBeEmpty = false }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState(false);
  const leave = (): void => {
    if (typed === null) return;
    const day = typed.trim() === '' && mayBeEmpty ? '' : readDate(typed, now());
    setFault(day === null);
    if (day === null) return;
    setTyped(null);
    if (day !== value) take(day);
  };
  return (
    <div>
      <label htmlFor={id} className="caption block">
        {label}
      </label>
      <input
        id={id}
        className="field-box text-ink"
        autoComplete="off"
        spellCheck={false}
        placeholder="14 Jan 2025"
        value={typed ?? sayDate(value)}
        aria-invalid={fault}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => {
          if (event.key === 'Enter') leave();
          if (event.key === 'Escape') {
            setTyped(null);
            setFault(false);
          }
        }}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-sm font-medium">
          ▲ Write the day with its month as a word, as in 14 Jan 2025
        </p>
      )}
    </div>
  );
}
