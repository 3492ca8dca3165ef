import { useState } from 'react';
import { AddRow, RowsDialog, rowsOf, RowsTable, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import { WEEKDAYS, type Weekday } from '../../../core/format/names';
import type { ShopCalendar } from '../../../core/format/shopCalendar';

const HOURS: readonly Column<'day' | 'from' | 'to'>[] = [
  {
    id: 'day',
    words: 'Day',
    width: '6rem',
    label: (row) => `Hours ${row} day`,
    options: WEEKDAYS.map((day) => [day, day] as const),
  },
  { id: 'from', words: 'From', width: '6rem', label: (row) => `Hours ${row} from`, placeholder: '08:00' },
  { id: 'to', words: 'To', width: '6rem', label: (row) => `Hours ${row} to`, placeholder: '17:00' },
];
const BAYS: readonly Column<'name'>[] = [
  { id: 'name', words: 'Bay', width: '12rem', label: (row) => `Bay ${row}`, maxLength: 30 },
];
const PEOPLE: readonly Column<'name' | 'skills'>[] = [
  { id: 'name', words: 'Person', width: '12rem', label: (row) => `Person ${row}`, maxLength: 60 },
  { id: 'skills', words: 'Does, with commas between', width: '1fr', label: (row) => `Person ${row} skills` },
];
const list = (text: string): string[] =>
  text
    .split(/[,;]+/)
    .map((one) => one.trim())
    .filter(Boolean);

/** When the shop is open, its bays, and who does what: what every plan is made from. */
export function CalendarDialog({ close }: { close: () => void }) {
  const { calendar } = $shop.get();
  const [hours, setHours] = useState(() => rowsOf(calendar.hours));
  const [bays, setBays] = useState(() => rowsOf(calendar.bays.map((name) => ({ name }))));
  const [people, setPeople] = useState(() =>
    rowsOf(calendar.people.map(({ name, skills }) => ({ name, skills: skills.join(', ') }))),
  );
  const [closed, setClosed] = useState(calendar.closed.join(', '));
  const asCalendar = (): ShopCalendar => ({
    hours: hours.map(({ day, from, to }) => ({ day: day as Weekday, from: from.trim(), to: to.trim() })),
    closed: list(closed),
    bays: bays.map(({ name }) => name.trim()),
    people: people.map(({ name, skills }) => ({ name: name.trim(), skills: list(skills) })),
  });
  return (
    <RowsDialog
      wide
      title="Calendar of the shop"
      intro="Work goes on in these hours; paint dries and parts travel outside of them too."
      close={close}
      store={() => storeSettings({ calendar: asCalendar() })}
    >
      <div className="grid grid-cols-[auto_1fr] gap-x-10">
        <div>
          <RowsTable
            columns={HOURS}
            rows={hours}
            setRows={setHours}
            removeLabel={(row) => `Remove hours ${row}`}
          />
          <div className="mt-1">
            <AddRow
              words="Hours"
              rows={hours}
              setRows={setHours}
              blank={{ day: 'Sat', from: '08:00', to: '12:00' }}
            />
          </div>
        </div>
        <div className="flex flex-col gap-3">
          <RowsTable
            columns={BAYS}
            rows={bays}
            setRows={setBays}
            removeLabel={(row) => `Remove bay ${row}`}
          />
          <div>
            <AddRow words="Bay" rows={bays} setRows={setBays} blank={{ name: '' }} />
          </div>
          <RowsTable
            columns={PEOPLE}
            rows={people}
            setRows={setPeople}
            removeLabel={(row) => `Remove person ${row}`}
          />
          <div>
            <AddRow words="Person" rows={people} setRows={setPeople} blank={{ name: '', skills: '' }} />
          </div>
          <label className="caption">
            Closed on, with commas between
            <input
              className="field-box text-ink"
              value={closed}
              placeholder="2026-12-24, 2026-12-25"
              onChange={(event) => setClosed(event.target.value)}
            />
          </label>
        </div>
      </div>
    </RowsDialog>
  );
}
