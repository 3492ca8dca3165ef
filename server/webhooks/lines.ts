import { randomBytes } from 'node:crypto';
import type { z } from 'zod';
import type { webhookBody } from '../../core/people/webhook';
import { transaction, type Transaction } from '../../data/client';
import {
  addCalls,
  addWebhook,
  lastCalls,
  takeBackWebhook,
  takeUpCall,
  webhooksOf,
  type CallRow,
  type WebhookRow,
} from '../../data/webhooks';
import { noteDeed } from '../accounts/deeds';
import type { Context } from '../context';
import { done, faulty, missing, type Outcome } from '../errors';
import { QUEUES, queue, within } from '../queue/boss';
import { addressFault } from './address';
import { hashOfKey, keyOf } from './key';
import { callsInside } from './post';
import { queueCalls } from './tell';

/** A webhook as the owner sees it; never what it signs with. */
export type WebhookLine = Pick<WebhookRow, 'id' | 'name' | 'url' | 'events' | 'madeBy'> & { madeAt: string };
export type CallLine = Pick<CallRow, 'id' | 'webhookId' | 'event' | 'data' | 'tries' | 'fault'> & {
  at: string;
  state: 'delivered' | 'waiting' | 'given up';
  triedAt: string | null;
};
export type Webhooks = { webhooks: WebhookLine[]; calls: CallLine[] };

const SHOWN_CALLS = 8;

const lineOf = ({ id, name, url, events, madeBy, madeAt }: WebhookRow): WebhookLine => ({
  id,
  name,
  url,
  events,
  madeBy,
  madeAt: madeAt.toISOString(),
});

const callLine = (row: CallRow): CallLine => ({
  id: row.id,
  webhookId: row.webhookId,
  event: row.event,
  data: row.data,
  tries: row.tries,
  fault: row.fault,
  at: row.at.toISOString(),
  triedAt: row.triedAt?.toISOString() ?? null,
  state: row.deliveredAt ? 'delivered' : row.givenUpAt ? 'given up' : 'waiting',
});

export async function listWebhooks({ db }: Pick<Context, 'db'>): Promise<Webhooks> {
  const [webhooks, calls] = await Promise.all([webhooksOf(db), lastCalls(db, SHOWN_CALLS)]);
  return { webhooks: webhooks.map(lineOf), calls: calls.map(callLine) };
}

/** Has a webhook called for nothing but to see whether it is there. */
async function tried(tx: Transaction, webhookId: number, at: Date): Promise<CallLine> {
  const about = `try ${randomBytes(9).toString('base64url')}`;
  const [call] = await addCalls(tx, [{ webhookId, event: 'try', about, data: {}, at }]);
  if (!call) throw new Error('a try was not stored');
  await queueCalls(tx, [call]);
  return callLine(call);
}

/** Has an address called for what it is told of; its key is told once. It is called at once, to try. */
export async function makeWebhook(
  ctx: Context,
  { name, url, events }: z.output<typeof webhookBody>,
): Promise<Outcome<{ webhook: WebhookLine; key: string }>> {
  const fault = addressFault(url, callsInside());
  if (fault !== null) return faulty([{ path: 'url', message: fault }]);
  const salt = randomBytes(18).toString('base64url');
  const { person, now: madeAt } = ctx;
  const boss = await queue();
  const row = await transaction(ctx.db, async (tx) => {
    const hook = await addWebhook(tx, {
      name: name.trim(),
      url,
      events,
      salt,
      keyHash: hashOfKey(salt),
      madeBy: person.name,
      madeAt,
    });
    await noteDeed(ctx, 'made a webhook', `${hook.name}: ${url}`, tx);
    if (events.includes('due')) await boss.send(QUEUES.due, { shopId: hook.shopId }, { db: within(tx) });
    await tried(tx, hook.id, madeAt);
    return hook;
  });
  return done({ webhook: lineOf(row), key: keyOf(salt) });
}

/** Calls a webhook for nothing but to see whether it is there. */
export async function tryWebhook({ db, now: at }: Context, id: number): Promise<Outcome<CallLine>> {
  const hook = (await webhooksOf(db)).find((one) => one.id === id);
  if (!hook) return missing('webhook');
  return done(await transaction(db, (tx) => tried(tx, id, at)));
}

/** Takes up a call that was given up, as if it had just happened. */
export function callAgain({ db }: Context, id: number): Promise<Outcome<CallLine>> {
  return transaction(db, async (tx): Promise<Outcome<CallLine>> => {
    const call = await takeUpCall(tx, id);
    if (!call) return missing('call that was given up');
    await queueCalls(tx, [call]);
    return done(callLine(call));
  });
}

export async function endWebhook(ctx: Context, id: number): Promise<Outcome<WebhookLine>> {
  const row = await takeBackWebhook(ctx.db, id, ctx.now);
  if (!row) return missing('webhook that is still called');
  await noteDeed(ctx, 'took a webhook back', row.name);
  return done(lineOf(row));
}
