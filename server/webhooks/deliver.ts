import type PgBoss from 'pg-boss';
import { callToMake, noteTry, takeBackWebhook, type CallRow, type WebhookRow } from '../../data/webhooks';
import { now } from '../clock';
import type { Shops } from '../context';
import { QUEUES } from '../queue/boss';
import { hashOfKey, signed } from './key';
import { callsInside, post } from './post';
import type { Queued } from './tell';

/** As many are called at once by one process: one that does not answer does not keep the others waiting. */
const AT_ONCE = 3;
/** Whoever is called wants to be called no more. */
const GONE = 410;

/** Why nobody was reached, in words; of what has none, as the machine says it. */
function notReached(error: unknown, url: string): string {
  const { code = '', name = '', message = '' } = error as Partial<NodeJS.ErrnoException>;
  const { hostname } = new URL(url);
  const words: Record<string, string> = {
    ENOTFOUND: `no such name: ${hostname}`,
    ECONNREFUSED: `nobody listens at ${hostname}`,
    TimeoutError: `${hostname} did not answer in time`,
    AbortError: `${hostname} did not answer in time`,
  };
  if (message.includes('is not allowed')) return `${hostname} is an address of the inside; it is not called`;
  return words[code] ?? words[name] ?? message.slice(0, 200);
}

/** Why a call failed; `gone` where whoever is called wants no more of them. */
type Failed = { fault: string; gone?: boolean };

/** Makes a call; answers why it failed, else null. */
async function made(
  { id, event, at, data }: CallRow,
  { url, salt, keyHash }: WebhookRow,
): Promise<Failed | null> {
  if (hashOfKey(salt) !== keyHash)
    return {
      fault:
        'this server’s secret (VEXLO_SECRET) is not the one that the webhook was made with; make it anew',
    };
  const message = { type: event, timestamp: at.toISOString(), data };
  // Signed by the clock of the machine: whoever is called holds it against theirs.
  const { headers, body } = signed(salt, `call_${id}`, new Date(), message);
  try {
    const status = await post(url, headers, body, callsInside());
    if (status === GONE) return { fault: 'answered 410: it wants to be called no more', gone: true };
    if (status >= 300 && status < 400)
      return { fault: `answered ${status}: leads on elsewhere; give that address itself` };
    return status >= 200 && status < 300 ? null : { fault: `answered ${status}` };
  } catch (error) {
    return { fault: notReached(error, url) };
  }
}

/** Takes a call off the queue; throws where it is to be tried again. */
async function deliver(
  { ofShop }: Pick<Shops, 'ofShop'>,
  { shopId, callId }: Queued,
  isLast: boolean,
): Promise<void> {
  const db = ofShop(shopId);
  const found = await callToMake(db, callId);
  if (!found) return;
  const failed = await made(found.call, found.hook);
  const at = now();
  const isGone = failed?.gone === true;
  const givesUp = failed !== null && (isLast || isGone);
  await noteTry(db, callId, {
    triedAt: at,
    fault: failed?.fault ?? null,
    deliveredAt: failed ? null : at,
    givenUpAt: givesUp ? at : null,
  });
  if (isGone) await takeBackWebhook(db, found.hook.id, at);
  if (failed && !givesUp) throw new Error(`webhook call ${callId} failed`);
}

/** Makes the calls that are queued, for as long as the process runs; each is made until it was taken, so once at least. */
export async function workOnWebhooks(boss: PgBoss, shops: Pick<Shops, 'ofShop'>): Promise<void> {
  for (let i = 0; i < AT_ONCE; i++)
    await boss.work<Queued>(
      QUEUES.webhook,
      { pollingIntervalSeconds: 0.5, includeMetadata: true },
      async (jobs) => {
        for (const { data, retryCount, retryLimit } of jobs)
          await deliver(shops, data, retryCount >= retryLimit);
      },
    );
}
