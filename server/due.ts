import { grouped } from '../core/grouped';
import { dueOf, type Due } from '../core/log/due';
import type { Queryable } from '../data/client';
import { logsHandedOver } from '../data/log';
import { currentShop } from './shop';

export type DueVehicle = { jobId: number; job: string; vehicle: string; due: Due[] };

/** What is due on every vehicle that was handed over, the soonest first. `now` is a wall time. */
export async function dueVehicles(db: Queryable, now: string): Promise<DueVehicle[]> {
  const [rows, { settings }] = await Promise.all([logsHandedOver(db), currentShop(db)]);
  const logs = grouped(rows, ({ jobId }) => jobId);
  const first = ({ due }: DueVehicle): string => due[0]?.on ?? '9999';
  return [...logs]
    .map(([jobId, entries]) => {
      const [{ job, vehicle }] = entries;
      const log = entries.map(({ document }) => document);
      return { jobId, job, vehicle, due: dueOf(log, settings.due, now) };
    })
    .filter(({ due }) => due.length > 0)
    .sort((a, b) => first(a).localeCompare(first(b)));
}
