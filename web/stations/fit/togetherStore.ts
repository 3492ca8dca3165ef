import type { FreeKind } from '../../../core/format/names';
import { proxy } from 'comlink';
import { atom } from 'nanostores';
import type { Build } from '../../../core/format/build';
import type { Offer } from '../../../core/together/offers';
import type { Cures } from '../../../core/together/together';
import { candidatesOf } from '../../state/chosen';
import { $shop } from '../../state/store';
import { loneWorker } from '../../workers/loneWorker';
import type { TogetherApi } from '../../workers/together.worker';

/** A search for changes together, of one build. `cures` is there when it has gone through all. */
export type Searched = {
  build: Build;
  tried: number;
  of: number;
  offers: Offer[];
  running: boolean;
  failed: boolean;
  cures: Cures | null;
};
export const $together = atom<Searched | null>(null);

const lone = loneWorker<TogetherApi>(
  () => new Worker(new URL('../../workers/together.worker.ts', import.meta.url), { type: 'module' }),
);

/** Ends a search where it is; what it found stays. */
export function stopTogether(): void {
  lone.stop();
  const now = $together.get();
  if (now?.running) $together.set({ ...now, running: false });
}

export async function startTogether(build: Build, avoid: readonly FreeKind[]): Promise<void> {
  const begun: Searched = { build, tried: 0, of: 0, offers: [], running: true, failed: false, cures: null };
  $together.set(begun);
  const { workRules: rules, terms } = $shop.get();
  const now = (): Searched => $together.get() ?? begun;
  const ran = await lone.run('changes together', async (api, isMine) => {
    const catalog = await candidatesOf(build);
    const cures = await api.search(
      build,
      avoid,
      { rules, terms, ...(catalog ? { catalog } : {}) },
      proxy((step) => isMine() && $together.set({ ...now(), ...step })),
    );
    if (isMine())
      $together.set({ ...now(), running: false, cures, offers: cures.offers, tried: cures.tried });
  });
  if (!ran) $together.set({ ...now(), running: false, failed: true });
}
