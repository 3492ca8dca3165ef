import { useState } from 'react';
import { Segments } from '../controls/choices';
import { typedNumber } from '../controls/RowsDialog';
import { writeDown, type Draft } from './logStore';

type Kind = 'note' | 're-torque' | 'pressures';
const FIELDS: Record<Kind, readonly (readonly [id: string, words: string, width: string])[]> = {
  note: [['words', 'What was seen or done', 'grow']],
  're-torque': [
    ['torque', 'Set to, with its unit', 'w-40'],
    ['loose', 'How many were loose', 'w-40'],
  ],
  pressures: [
    ['frontKpa', 'Front, kPa', 'w-32'],
    ['rearKpa', 'Rear, kPa', 'w-32'],
  ],
};
const NUMBERS: ReadonlySet<string> = new Set(['odometerKm', 'loose', 'frontKpa', 'rearKpa']);
/** What is done after the wheels are on: nuts again, pressures, and whatever else is worth a line. */
export function FollowUp() {
  const [kind, setKind] = useState<Kind>('re-torque');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [fault, setFault] = useState('');
  const write = (): void => {
    const given = [['odometerKm', ''] as const, ...FIELDS[kind]].flatMap(([id]) => {
      const text = (typed[id] ?? '').trim();
      if (text === '' && id === 'odometerKm') return [];
      return [[id, NUMBERS.has(id) ? typedNumber(text) : text] as const];
    });
    // What is typed may be anything; the log says what is wrong with it.
    const refused = writeDown({ kind, ...Object.fromEntries(given) } as Draft);
    setFault(refused ?? '');
    if (refused !== null) return;
    setTyped({});
  };
  return (
    <form
      data-testid="follow-up"
      onSubmit={(event) => {
        event.preventDefault();
        write();
      }}
    >
      <h3 className="text-lg font-semibold">Follow-up</h3>
      <div className="flex flex-wrap items-end gap-2">
        <Segments
          label="Kind"
          value={kind}
          options={[
            ['re-torque', 'Re-torque'],
            ['pressures', 'Pressures'],
            ['note', 'Note'],
          ]}
          choose={(one) => {
            setKind(one);
            setFault('');
          }}
        />
        {[['odometerKm', 'Odometer, km', 'w-32'] as const, ...FIELDS[kind]].map(([id, words, width]) => (
          <label key={id} className={`caption ${width}`}>
            {words}
            <input
              className="field-box text-ink"
              inputMode={NUMBERS.has(id) ? 'decimal' : 'text'}
              value={typed[id] ?? ''}
              onChange={(event) => setTyped({ ...typed, [id]: event.target.value })}
            />
          </label>
        ))}
        <button type="submit" className="plain-button font-semibold">
          Write down
        </button>
      </div>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
      <p className="text-graphite mt-1 text-[0.9rem]">
        Nuts again after 50 to 100 km, to the stated torque; look for shiny spots and crumbs after some days.
      </p>
    </form>
  );
}
