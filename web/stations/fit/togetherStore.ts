import { proxy, wrap } from 'comlink';
import { atom } from 'nanostores';
import type { Build } from '../../../core/format/build';
import { freeLimitsSchema, type FreeKind } from '../../../core/format/freeLimits';
import type { Offer } from '../../../core/together/offers';
import type { Cures } from '../../../core/together/together';
import { candidatesOf } from '../../state/chosen';
import { $shop } from '../../state/store';
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

let worker: Worker | null = null;

/** Ends a search where it is; what it found stays. */
export function stopTogether(): void {
  worker?.terminate();
  worker = null;
  const now = $together.get();
  if (now?.running) $together.set({ ...now, running: false });
}

export async function startTogether(build: Build, avoid: readonly FreeKind[]): Promise<void> {
  stopTogether();
  const mine = new Worker(new URL('../../workers/together.worker.ts', import.meta.url), { type: 'module' });
  worker = mine;
  const begun: Searched = { build, tried: 0, of: 0, offers: [], running: true, failed: false, cures: null };
  $together.set(begun);
  const failed = new Promise<never>((_, reject) =>
    mine.addEventListener('error', () => reject(new Error('its worker did not run'))),
  );
  const { workRules: rules, terms } = $shop.get();
  const now = (): Searched => $together.get() ?? begun;
  try {
    const catalog = await candidatesOf(build);
    const cures = await Promise.race([
      wrap<TogetherApi>(mine).search(
        build,
        freeLimitsSchema.parse({ avoid }),
        { rules, terms, ...(catalog ? { catalog } : {}) },
        proxy((step) => worker === mine && $together.set({ ...now(), ...step })),
      ),
      failed,
    ]);
    if (worker === mine)
      $together.set({ ...now(), running: false, cures, offers: cures.offers, tried: cures.tried });
  } catch (error) {
    console.error('changes together', error);
    if (worker === mine) $together.set({ ...now(), running: false, failed: true });
  } finally {
    mine.terminate();
    if (worker === mine) worker = null;
  }
}
