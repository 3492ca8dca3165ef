import { z } from 'zod';
import { oneOf, whole, within, words } from '../format/fields';
import { DAY_MIN, minuteOf, wallTimeAt } from '../time/wallClock';
import { LOG_KINDS, odometerOf, type LogEntry, type LogKind } from './logEntry';

const KINDS = Object.keys(LOG_KINDS) as [LogKind, ...LogKind[]];

/** Something that is due so long or so far after something else, once or again and again. */
export const dueRuleSchema = z
  .strictObject({
    label: words(80, 1),
    /** The kind of entry that settles it. */
    kind: oneOf(KINDS),
    afterKm: within(1, 200_000, 'km').optional(),
    afterDays: whole(1, 3650).optional(),
    /** Due again after each time; otherwise once after the handover. */
    again: z.boolean({ error: 'is not true/false' }),
  })
  .superRefine(({ afterKm, afterDays }, ctx) => {
    if (afterKm === undefined && afterDays === undefined)
      ctx.addIssue({
        code: 'custom',
        path: ['afterKm'],
        message: 'is missing; give a distance, days, or both',
      });
  });
export const dueRulesSchema = z
  .array(dueRuleSchema)
  .max(40, { error: 'are more than 40 rules; take some out' });
export type DueRule = z.output<typeof dueRuleSchema>;

/** What a shop begins with. Common practice, not a maker's figure; each can be changed. */
export const SHIPPED_DUE: readonly DueRule[] = [
  { label: 'Wheel nuts again', kind: 're-torque', afterKm: 75, afterDays: 14, again: false },
  { label: 'Look for shiny spots and crumbs', kind: 'test-fit', afterDays: 7, again: false },
  { label: 'Alignment after settling', kind: 'alignment', afterKm: 1000, afterDays: 60, again: false },
  { label: 'Pressures', kind: 'pressures', afterDays: 180, again: true },
  { label: 'Tread depth, tires moved', kind: 'tread', afterKm: 12_000, afterDays: 365, again: true },
];

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
};

/** km a day between the first and the last odometer that were written down; null where they do not say. An estimate. */
export function paceOf(log: readonly LogEntry[]): number | null {
  const known = log.flatMap((entry) => {
    const km = odometerOf(entry);
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
export function dueOf(log: readonly LogEntry[], rules: readonly DueRule[], now: string): Due[] {
  const handed = log.findLast(({ kind }) => kind === 'handed-over');
  if (!handed) return [];
  const since = log.filter(({ at }) => at >= handed.at);
  const pace = paceOf(since);
  const nowMin = minuteOf(now);
  const last = since.findLast((entry) => odometerOf(entry) !== undefined);
  const lastKm = last ? (odometerOf(last) ?? null) : null;
  const lastKmAt = last ? minuteOf(last.at) : nowMin;
  return rules
    .flatMap(({ label, kind, afterKm, afterDays, again }): Due[] => {
      const times = since.filter((entry) => entry.kind === kind && entry !== handed);
      if (!again && times.length > 0) return [];
      const from = times.at(-1) ?? handed;
      const fromKm = odometerOf(from);
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
    const when = [on ? `by ${on}` : '', atKm === null ? '' : `at ${sayKm(atKm)}`]
      .filter(Boolean)
      .join(', or ');
    return `- ${label}${when ? `: ${when}${on && atKm !== null ? ', whichever comes first' : ''}` : ''}`;
  });
  return [`Your ${vehicle} is due for a look:`, ...lines, '', `Bring it by, or call us. ${shop}`].join('\n');
}
