import { z } from 'zod';
import { grouped } from '../core/grouped';
import { dueOf, type Due } from '../core/log/due';
import type { Page } from '../data/lists';
import { logsHandedOver } from '../data/log';
import { wallTimeOf } from './clock';
import type { Context } from './context';
import { countParam, flag } from './endpoint';

export type DueVehicle = { jobId: number; job: string; vehicle: string; due: Due[] };

/** As many vehicles are listed at once. */
const LISTED = 60;
export const dueQuery = z.strictObject({ over: flag, from: countParam(0, 1e6, 0) });

/** Some of the vehicles on which something is due, the soonest first, or on which it is overdue; and how many they are in all. */
export async function duePage(
  ctx: Pick<Context, 'db' | 'shop' | 'now'>,
  { over, from }: z.output<typeof dueQuery>,
): Promise<Page<DueVehicle>> {
  const all = await dueVehicles(ctx);
  const shown =
    over === undefined
      ? all
      : all
          .map((one) => ({ ...one, due: one.due.filter(({ overdue }) => overdue) }))
          .filter(({ due }) => due.length > 0);
  return { count: shown.length, rows: shown.slice(from, from + LISTED) };
}

/** What is due on every vehicle that was handed over, or on those of some jobs, the soonest first. */
export async function dueVehicles(
  { db, shop: { settings }, now }: Pick<Context, 'db' | 'shop' | 'now'>,
  jobIds?: readonly number[],
): Promise<DueVehicle[]> {
  const withReadings = settings.due.some(({ kind }) => kind === 'test-fit');
  const { jobs, entries } = await logsHandedOver(db, { jobIds, withReadings });
  const logs = grouped(entries, ({ jobId }) => jobId);
  const today = wallTimeOf(now);
  const first = ({ due }: DueVehicle): string => due[0]?.on ?? '9999';
  return jobs
    .map((job) => ({ ...job, due: dueOf(logs.get(job.jobId) ?? [], settings.due, today) }))
    .filter(({ due }) => due.length > 0)
    .sort((a, b) => first(a).localeCompare(first(b)));
}
