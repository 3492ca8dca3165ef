import { useStore } from '@nanostores/react';
import { dueOf } from '../../../core/log/due';
import { showWithUnit } from '../../../core/units/quantity';
import { useNowMin, wallNow } from '../../state/clock';
import { copyReminder } from '../../app/due/copyReminder';
import { $job, $shop, $units } from '../../state/store';
import { $standingLog } from './logStore';
import { Button } from '../../ui/Button';
import { sayDate } from '../../../core/time/wallClock';

/** What is due on this vehicle after it was handed over, with a text for the customer to copy. */
export function DuePanel() {
  const units = useStore($units);
  const { due: rules } = useStore($shop);
  const log = useStore($standingLog);
  const job = useStore($job);
  // Follows the clock; on the server there is none.
  if (useNowMin() === 0) return null;
  const due = dueOf(log, rules, wallNow());
  const handed = log.some(({ kind }) => kind === 'handed-over');
  const copy = (): void => {
    copyReminder(
      due,
      { vehicle: job?.vehicle ?? 'vehicle', shop: '' },
      units,
      'This browser does not let it be copied. It is on the page “Due”, to mark and copy.',
    );
  };
  return (
    <div data-testid="due">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="text-lg font-semibold">Due</h3>
        <a href="/due">Due over all vehicles</a>
        {due.length > 0 && <Button onClick={copy}>Copy a reminder</Button>}
      </div>
      {!handed ? (
        <p className="text-graphite">
          Nothing yet: dates count from the handover. Write it down above, with the odometer.
        </p>
      ) : due.length === 0 ? (
        <p>Nothing is due.</p>
      ) : (
        <ul>
          {due.map(({ label, on, atKm, byPace, overdue }) => (
            <li key={label} data-overdue={overdue}>
              {overdue && <b className="font-semibold">▲ over </b>}
              <b className="font-semibold">{label}</b>
              {on && ` by ${sayDate(on)}`}
              {byPace && ' (at the pace so far, an estimate)'}
              {atKm !== null && `, at ${showWithUnit(atKm, 'distance', units)}`}
              {on === null && atKm === null && ': no odometer was written down at the handover'}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
