import type { EventData, WebhookEvent } from '../../core/people/webhook';
import type { Transaction } from '../../data/client';
import { addCalls, webhooksOf, type CallRow } from '../../data/webhooks';
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

/** What happened, in a word that is said once, and what is told of it. */
export type Happened<E extends WebhookEvent> = { about: string; data: EventData[E] };

/**
 * Has whoever is called for an event told of it once what happened is stored, and never where it is not. Of what has the same `about` nobody
 * is told twice.
 */
export async function tell<E extends WebhookEvent>(
  tx: Transaction,
  at: Date,
  event: E,
  happened: readonly Happened<E>[],
): Promise<void> {
  const hooks = (await webhooksOf(tx)).filter(({ events }) => events.includes(event));
  const calls = hooks.flatMap(({ id: webhookId }) =>
    happened.map(({ about, data }) => ({ webhookId, event, about: `${event} ${about}`, data, at })),
  );
  for (const call of await addCalls(tx, calls)) await queueCall(tx, call);
}
