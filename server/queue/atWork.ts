import { workOnCommon } from '../fitsAll';
import { database } from '../database';
import { workOnFleet } from '../fleet';
import { workOnWebhooks } from '../webhooks/deliver';
import { lookForDue } from '../webhooks/due';
import { queue } from './boss';

let begun: Promise<void> | undefined;

/** Has the server process take its share of what is queued, from the first time on that it is asked. */
export function atWork(): Promise<void> {
  begun ??= (async () => {
    const boss = await queue();
    await workOnFleet(boss, database());
    await workOnCommon(boss, database());
    await workOnWebhooks(boss, database());
    await lookForDue(boss, database());
  })();
  // A database that is not there yet is tried again at the next request.
  begun.catch(() => (begun = undefined));
  return begun;
}
