import type { LogKind } from '../format/names';
import { DAY_MIN, minuteOf, sayDate, wallTimeAt } from '../time/wallClock';
import type { DueRule } from '../format/due';
import type { LogEntry } from '../format/log';

export type Due = {
  label: string;
  kind: LogKind;
  /** The day it is due by time, or by distance at the pace so far, whichever comes first; null where neither is known. */
  on: string | null;
  /** The odometer it is due at; null where it is due by time alone, or no odometer was written down. */
  atKm: number | null;
  /** Whether the day stands on the pace driven so far: an estimate. */
  byPace: boolean;
  overdue: boolean;
  /** The wall time that it counts from: when it was last done, else handed over. */
  since: string;
};

/** Of an entry what says when something is due again: an entry as it was written down is one. */
export type DueEntry = Pick<LogEntry, 'id' | 'kind' | 'at'> & { odometerKm?: number | undefined };

/** km a day between the first and the last odometer that were written down; null where they do not say. An estimate. */
export function paceOf(log: readonly DueEntry[]): number | null {
  const known = log.flatMap((entry) => {
    const km = entry.odometerKm;
    return km === undefined ? [] : [{ km, min: minuteOf(entry.at) }];
  });
  const [first, last] = [known[0], known.at(-1)];
  if (!first || !last || last.min - first.min < DAY_MIN || last.km <= first.km) return null;
  return ((last.km - first.km) / (last.min - first.min)) * DAY_MIN;
}

const dayOf = (min: number): string => wallTimeAt(min).slice(0, 10);

/**
 * What is due on a vehicle, soonest first, from what was written down of it, oldest first. Nothing is due before it was
 * handed over. `now` is a wall time.
 */
export function dueOf(log: readonly DueEntry[], rules: readonly DueRule[], now: string): Due[] {
  const handed = log.findLast(({ kind }) => kind === 'handed-over');
  if (!handed) return [];
  const since = log.filter(({ at }) => at >= handed.at);
  const pace = paceOf(since);
  const nowMin = minuteOf(now);
  const last = since.findLast((entry) => entry.odometerKm !== undefined);
  const lastKm = last?.odometerKm ?? null;
  const lastKmAt = last ? minuteOf(last.at) : nowMin;
  return rules
    .flatMap(({ label, kind, afterKm, afterDays, again }): Due[] => {
      const times = since.filter((entry) => entry.kind === kind && entry !== handed);
      if (!again && times.length > 0) return [];
      const from = times.at(-1) ?? handed;
      const fromKm = from.odometerKm;
      const atKm = afterKm !== undefined && fromKm !== undefined ? fromKm + afterKm : null;
      const byTime = afterDays === undefined ? Infinity : minuteOf(from.at) + afterDays * DAY_MIN;
      const reached = atKm !== null && lastKm !== null && lastKm >= atKm;
      const byDistance = reached
        ? nowMin
        : atKm !== null && pace !== null && lastKm !== null
          ? lastKmAt + ((atKm - lastKm) / pace) * DAY_MIN
          : Infinity;
      const dueMin = Math.min(byTime, byDistance);
      return [
        {
          label,
          kind,
          atKm: atKm === null ? null : Math.round(atKm),
          on: Number.isFinite(dueMin) ? dayOf(dueMin) : null,
          byPace: !reached && byDistance < byTime,
          overdue: reached || dueMin < nowMin,
          since: from.at,
        },
      ];
    })
    .sort((a, b) => (a.on ?? '9999').localeCompare(b.on ?? '9999'));
}

/** A text for the customer, to copy into a message. */
export function reminderText(
  due: readonly Pick<Due, 'label' | 'on' | 'atKm'>[],
  { vehicle, shop, sayKm }: { vehicle: string; shop: string; sayKm: (km: number) => string },
): string {
  const lines = due.map(({ label, on, atKm }) => {
    const when = [on ? `by ${sayDate(on)}` : '', atKm === null ? '' : `at ${sayKm(atKm)}`]
      .filter(Boolean)
      .join(', or ');
    return `- ${label}${when ? `: ${when}${on && atKm !== null ? ', whichever comes first' : ''}` : ''}`;
  });
  return [`Your ${vehicle} is due for a look:`, ...lines, '', `Bring it by, or call us. ${shop}`].join('\n');
}
