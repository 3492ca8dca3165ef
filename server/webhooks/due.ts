import { subDays } from 'date-fns';
import type PgBoss from 'pg-boss';
import { transaction } from '../../data/client';
import { dropCallsBefore, shopsToldOf } from '../../data/webhooks';
import { now, wallTimeOf } from '../clock';
import { contextAs, type Shops } from '../context';
import { dueVehicles } from '../due';
import { QUEUES } from '../queue/boss';
import { tell } from './tell';

/** Seven minutes past each hour, UTC. */
const HOURLY = '7 * * * *';
/** What was told is kept as long: longer than whatever is due stays due. */
const KEPT_DAYS = 400;

/** Tells of everything of a shop that is due today or was before, each once. */
export async function tellOfDue(shops: Shops, shopId: number, at = now()): Promise<void> {
  const context = await contextAs(shops, shopId, 'Vexlo', at);
  const today = wallTimeOf(at).slice(0, 10);
  const happened = (await dueVehicles(context)).flatMap(({ jobId, job, due }) =>
    due
      .filter(({ overdue, on }) => overdue || (on !== null && on <= today))
      .map(({ label, kind, on, atKm, since }) => ({
        about: `${jobId} ${kind} ${label} since ${since}`,
        data: { job: { id: jobId, number: job }, label, on, atKm },
      })),
  );
  await transaction(context.db, (tx) => tell(tx, at, 'due', happened));
}

/** Looks every hour, in one process of all, at what has become due in the shops that have somebody told of it. */
export async function lookForDue(boss: PgBoss, shops: Shops): Promise<void> {
  await boss.schedule(QUEUES.due, HOURLY);
  await boss.work<{ shopId?: number } | null>(QUEUES.due, { pollingIntervalSeconds: 2 }, async ([job]) => {
    const asked = job?.data?.shopId;
    for (const shopId of asked === undefined ? await shopsToldOf(shops.everyShop, 'due') : [asked])
      await tellOfDue(shops, shopId);
    await dropCallsBefore(shops.everyShop, subDays(now(), KEPT_DAYS));
  });
}
