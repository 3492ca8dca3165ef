import { setTimeout as wait } from 'node:timers/promises';
import type { Database } from '../data/client';
import { keepLearned, keptLearnedOf, learnedFrom } from '../data/keptLearned';
import type { Context } from './context';
import { inThread, THREADS } from './judge/pool';
import { learned, type Learned } from './learned';
import { logger, wordsOf } from './monitor/logger';

/** A page waits so long for what is newer than what is kept, ms: what a small shop has learned is worked out in less. */
const SOON_MS = 100;

/** What is worked out now, by shop: whoever asks meanwhile waits for the same. */
const going = new Map<number, Promise<Learned>>();

/** Works out what a shop has learned, away from the thread that answers, and keeps it. */
function worked({ db, shopId, now }: Pick<Context, 'db' | 'shopId' | 'now'>): Promise<Learned> {
  const of = shopId ?? 0;
  const known = going.get(of);
  if (known) return known;
  const work = async (): Promise<Learned> => {
    // Asked before: what comes in while it is worked out is not in it for certain.
    const from = await learnedFrom(db);
    const document = THREADS ? await inThread('learned', { shopId: of }) : await learned(db);
    await keepLearned(db, { of: from, document, madeAt: now });
    return document;
  };
  const working = work().finally(() => going.delete(of));
  going.set(of, working);
  return working;
}

async function keptOf(db: Database): Promise<{ known: Learned; fresh: boolean } | null> {
  const [kept, from] = await Promise.all([keptLearnedOf(db), learnedFrom(db)]);
  return kept ? { known: kept.document as Learned, fresh: kept.of === from } : null;
}

/** What the shop has learned as of now. */
export async function learnedNow(ctx: Context): Promise<Learned> {
  const kept = await keptOf(ctx.db);
  return kept?.fresh ? kept.known : worked(ctx);
}

/** The same at once: where something came in since, what is kept (null where nothing is), while the newer is worked out. */
export async function learnedSoon(ctx: Context): Promise<{ known: Learned | null; fresh: boolean }> {
  const kept = await keptOf(ctx.db);
  if (kept?.fresh) return kept;
  const newer = worked(ctx).then((known) => ({ known, fresh: true }));
  newer.catch((error: unknown) => logger.error(`what was learned: ${wordsOf(error)}`));
  return Promise.race([newer, wait(SOON_MS, { known: kept?.known ?? null, fresh: false }, { ref: false })]);
}
