import type { EventData, WebhookEvent } from '../../core/people/webhook';
import type { Transaction } from '../../data/client';
import { addCall, webhooksOf, type CallRow } from '../../data/webhooks';
import { QUEUES, queue, within } from '../queue/boss';

/** A call in the queue. */
export type Queued = { shopId: number; callId: number };

/** Each try waits about twice as long as the one before, from a second on: the last is about a day after the first. */
const TRIES = { retryLimit: 15, retryDelay: 2, retryBackoff: true, expireInSeconds: 60 };

/** Puts a call into the queue, in the transaction that it was written down in. */
export async function queueCall(tx: Transaction, { shopId, id }: CallRow): Promise<void> {
  const boss = await queue();
  await boss.send(QUEUES.webhook, { shopId, callId: id } satisfies Queued, { ...TRIES, db: within(tx) });
}

/**
 * Has whoever is called for an event told of it once what happened is stored, and never where it is not. `about` says what happened: of
 * the same nobody is told twice.
 */
export async function tell<E extends WebhookEvent>(
  tx: Transaction,
  at: Date,
  event: E,
  about: string,
  data: EventData[E],
): Promise<void> {
  for (const { id: webhookId, events } of await webhooksOf(tx)) {
    if (!events.includes(event)) continue;
    const call = await addCall(tx, { webhookId, event, about: `${event} ${about}`, data, at });
    if (call) await queueCall(tx, call);
  }
}
