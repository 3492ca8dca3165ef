import type { FreeKind } from '../../../core/format/names';
import { proxy } from 'comlink';
import { atom } from 'nanostores';
import type { Build } from '../../../core/format/build';
import type { Limits } from '../../../core/format/searchLimits';
import type { Wish } from '../../../core/wish/readWish';
import type { Wished } from '../../../core/wish/wayTo';
import { candidatesOf } from '../../state/chosen';
import { $shop } from '../../state/store';
import { loneWorker } from '../../workers/loneWorker';
import type { WishApi } from '../../workers/wish.worker';
import { offersOf } from './searchStore';

/** A wish of the page, for the stage that it was asked on, and what came of it so far. */
export type WishState = { base: Build; wish: Wish; wished: Wished; running: boolean; failed: boolean };
export const $wish = atom<WishState | null>(null);

const NOTHING: Wished = { ways: [], looked: 0, of: 0, complete: false, held: [] };
const lone = loneWorker<WishApi>(
  () => new Worker(new URL('../../workers/wish.worker.ts', import.meta.url), { type: 'module' }),
);

/** Ends a search where it is; what it found stays. */
export function stopWish(): void {
  lone.stop();
  const now = $wish.get();
  if (now?.running) $wish.set({ ...now, running: false });
}

type Asked = {
  jobId: number;
  base: Build;
  wish: Wish;
  limits: Limits;
  avoid: readonly FreeKind[];
  gears: boolean;
};

export async function startWish({ jobId, base, wish, limits, avoid, gears }: Asked): Promise<void> {
  const begun: WishState = { base, wish, wished: NOTHING, running: true, failed: false };
  $wish.set(begun);
  const { workRules: rules, terms } = $shop.get();
  const ran = await lone.run('a wish', async (api, isMine) => {
    const take = (wished: Wished, running: boolean): void => {
      if (isMine()) $wish.set({ ...begun, wished, running });
    };
    const [offers, catalog] = await Promise.all([offersOf(jobId), candidatesOf(base)]);
    if (!isMine()) return;
    if (!offers) throw new Error('the catalog cannot be had');
    const pricing = { rules, terms, ...(catalog ? { catalog } : {}) };
    const wished = await api.search(
      { base, offers, wish, limits, avoid, gears, pricing },
      proxy((step: Wished) => take(step, true)),
    );
    take(wished, false);
  });
  if (!ran) $wish.set({ ...($wish.get() ?? begun), running: false, failed: true });
}

/** The tire of a way as the catalog has it, with what its sheet says beside the figures. */
export async function asListed(jobId: number, build: Build, tireId: number): Promise<Build> {
  const tire =
    tireId === 0 ? undefined : (await offersOf(jobId))?.tires.find(({ id }) => id === tireId)?.tire;
  return tire ? { ...build, package: { ...build.package, tire } } : build;
}
