import { connect } from '../data/client';
import { workOnCommon } from '../server/fitsAll';
import { workOnFleet } from '../server/fleet';
import { openQueue, type QueuePatience } from '../server/queue/boss';

/**
 * Takes shares of the fleet's work off the queue until it is stopped: one more process beside the servers. `DATABASE_URL` says
 * whose. `patience` is for the tests.
 */
export async function work(args: readonly string[]): Promise<number> {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; say whose work is to be shared');
  const [expireS, lookS] = args.map(Number);
  const patience: QueuePatience | undefined =
    expireS !== undefined && lookS !== undefined ? { expireS, lookS } : undefined;
  const shops = connect(url, true);
  const boss = await openQueue(url, shops.tables, patience);
  await workOnFleet(boss, shops);
  await workOnCommon(boss, shops);
  console.log('vexlo: at work');
  await new Promise<void>((resolve) => {
    process.once('SIGTERM', () => resolve());
    process.once('SIGINT', () => resolve());
  });
  await boss.stop({ graceful: true, wait: true });
  await shops.close();
  return 0;
}
