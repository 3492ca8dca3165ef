import type { EventData, WebhookEvent } from '../../core/people/webhook';
import type { Transaction } from '../../data/client';
import { addCalls, webhooksOf, type CallRow } from '../../data/webhooks';
import { QUEUES, queue, within } from '../queue/boss';

/** A call in the queue. */
export type Queued = { shopId: number; callId: number };

/** Each try waits about twice as long as the one before, from a second on: the last is about a day after the first. */
const TRIES = { retryLimit: 15, retryDelay: 2, retryBackoff: true, expireInSeconds: 60 };

/** Puts calls into the queue, in the transaction that they were written down in. */
export async function queueCalls(tx: Transaction, calls: readonly CallRow[]): Promise<void> {
  if (calls.length === 0) return;
  const boss = await queue();
  await boss.insert(
    calls.map(({ shopId, id }) => ({
      ...TRIES,
      name: QUEUES.webhook,
      data: { shopId, callId: id } satisfies Queued,
    })),
    { db: within(tx) },
  );
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
  await queueCalls(tx, await addCalls(tx, calls));
}
