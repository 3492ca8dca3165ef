import { setTimeout as wait } from 'node:timers/promises';
import { keepLearned, keptLearnedOf, learnedFrom } from '../data/keptLearned';
import type { Context } from './context';
import { inThread } from './judge/pool';
import type { Learned } from './learned';
import { logger, wordsOf } from './monitor/logger';

type Asking = Pick<Context, 'db' | 'shopId' | 'now'>;

/** A page waits so long for what is newer than what is kept, ms: what a small shop has learned is worked out in less. */
const SOON_MS = 100;

/** What is worked out now, by shop and by what it is worked out from: whoever asks meanwhile waits for the same. */
const going = new Map<string, Promise<Learned>>();

/** Works out what a shop has learned, away from the thread that answers, and keeps it under what was there before. */
function worked({ db, shopId, now: madeAt }: Asking, of: string): Promise<Learned> {
  const key = `${shopId ?? ''} ${of}`;
  const known = going.get(key);
  if (known) return known;
  const work = async (): Promise<Learned> => {
    const document = await inThread('learned', { shopId: shopId ?? 0 });
    await keepLearned(db, { of, document, madeAt });
    return document;
  };
  const working = work().finally(() => going.delete(key));
  going.set(key, working);
  return working;
}

/** What is kept (null where nothing is), whether it is all that there is to learn by now, and what that is. */
async function keptOf({ db }: Asking): Promise<{ known: Learned | null; fresh: boolean; from: string }> {
  const [kept, from] = await Promise.all([keptLearnedOf(db), learnedFrom(db)]);
  return { known: (kept?.document ?? null) as Learned | null, fresh: kept?.of === from, from };
}

/** What the shop has learned as of now. */
export async function learnedNow(ctx: Asking): Promise<Learned> {
  const { known, fresh, from } = await keptOf(ctx);
  return known && fresh ? known : worked(ctx, from);
}

/** The same at once: where something came in since, what is kept (null where nothing is), while the newer is worked out. */
export async function learnedSoon(ctx: Asking): Promise<{ known: Learned | null; fresh: boolean }> {
  const { known, fresh, from } = await keptOf(ctx);
  if (fresh) return { known, fresh };
  const newer = worked(ctx, from).then((made) => ({ known: made, fresh: true }));
  newer.catch((error: unknown) => logger.error(`what was learned: ${wordsOf(error)}`));
  return Promise.race([newer, wait(SOON_MS, { known, fresh }, { ref: false })]);
}
