import { grouped } from '../core/grouped';
import { asItStands } from '../core/log/logEntry';
import { dueOf, type Due } from '../core/log/due';
import { logsHandedOver } from '../data/log';
import { wallTimeOf } from './clock';
import type { Context } from './context';

export type DueVehicle = { jobId: number; job: string; vehicle: string; due: Due[] };

/** What is due on every vehicle that was handed over, or on those of some jobs, the soonest first. */
export async function dueVehicles(
  { db, shop: { settings }, now }: Pick<Context, 'db' | 'shop' | 'now'>,
  jobIds?: readonly number[],
): Promise<DueVehicle[]> {
  const rows = await logsHandedOver(db, jobIds);
  const logs = grouped(rows, ({ jobId }) => jobId);
  const first = ({ due }: DueVehicle): string => due[0]?.on ?? '9999';
  return [...logs]
    .map(([jobId, entries]) => {
      const [{ job, vehicle }] = entries;
      const log = asItStands(entries.map(({ document }) => document));
      return { jobId, job, vehicle, due: dueOf(log, settings.due, wallTimeOf(now)) };
    })
    .filter(({ due }) => due.length > 0)
    .sort((a, b) => first(a).localeCompare(first(b)));
}
