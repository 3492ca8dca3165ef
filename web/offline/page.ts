import { atom } from 'nanostores';
import { registerSW } from 'virtual:pwa-register';
import { keepAll, NOT_KEPT } from './keep';

/** Takes the newer version that is ready, by loading the page anew; null while there is none. Nothing is taken unasked. */
export const $newVersion = atom<(() => void) | null>(null);

const AFTER_MS = 2500;
/** Begins keeping: asks for the worker that does it, and keeps this page with it. */
export function startKeeping(): void {
  if (NOT_KEPT !== null || import.meta.env.DEV) return;
  // After the page is drawn and at rest: what is kept is fetched in full.
  setTimeout(() => {
    const take = registerSW({
      immediate: true,
      onNeedRefresh: () => $newVersion.set(() => void take(true)),
    });
  }, AFTER_MS);
  // With a worker from the first this page came through it and is kept; where it is the first visit, as soon as there is one.
  if (navigator.serviceWorker.controller) setTimeout(() => void keepAll(false), AFTER_MS);
  else navigator.serviceWorker.addEventListener('controllerchange', () => void keepAll(true), { once: true });
}
