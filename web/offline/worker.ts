/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';
import { ANSWERS, isKept, keyOf, PAGES } from './kept';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] };

/*
 * Keeps what was opened, for a bay without a connection: the application's own files, the pages of jobs and what they asked for.
 * With a connection everything comes from the server; what is kept here answers only where the server does not.
 */

// The application's files, by their hashes: all of them, so that a leaf that was never turned to opens too.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
// The page that brought it is its own from the first visit on.
clientsClaim();
self.addEventListener('message', ({ data }) => {
  // A newer one waits until the person says so.
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
});

const MOST_PAGES = 60;
const MOST_ANSWERS = 400;
/** Where somebody is led to sign in is not the page that was asked for. */
const asked = {
  cacheWillUpdate: ({ response }: { response: Response }) =>
    Promise.resolve(response.status === 200 && !response.redirected ? response : null),
};
/** All leaves of a job are one page: whichever was opened answers for all. */
const oneKey = {
  cacheKeyWillBeUsed: ({ request }: { request: Request }) => Promise.resolve(keyOf(request.url)),
};

registerRoute(
  ({ url, sameOrigin, request }) => sameOrigin && isKept(url, request.destination) === PAGES,
  new NetworkFirst({
    cacheName: PAGES,
    matchOptions: { ignoreVary: true },
    plugins: [oneKey, asked, new ExpirationPlugin({ maxEntries: MOST_PAGES, purgeOnQuotaError: true })],
  }),
);
registerRoute(
  ({ url, sameOrigin, request }) => sameOrigin && isKept(url, request.destination) === ANSWERS,
  new NetworkFirst({
    cacheName: ANSWERS,
    matchOptions: { ignoreVary: true },
    plugins: [new ExpirationPlugin({ maxEntries: MOST_ANSWERS, purgeOnQuotaError: true })],
  }),
);
