import { ANSWERS, PAGES } from './kept';

/** Why nothing is kept on this device, for whoever asks; null where it is. */
export const NOT_KEPT: string | null =
  typeof navigator !== 'undefined' && 'serviceWorker' in navigator
    ? null
    : 'This address is no secure one: without a connection only a page that is open goes on. Over https, or on this machine itself, jobs that were opened stay readable.';

/** What the leaves of a job ask for when they are turned to: kept with its page, so that one that never was opens too. */
const ASKED = ['log', 'quotes', 'parts', 'offers'] as const;

/** The job whose page this is. */
export const jobHere = (): string | undefined => /^\/jobs\/(\d+)/.exec(location.pathname)?.[1];

/** Has addresses kept as they are on the server now: asked for through the worker, which keeps what it sees. */
async function keep(addresses: readonly string[]): Promise<void> {
  if (navigator.serviceWorker.controller)
    await Promise.allSettled(addresses.map((address) => fetch(address)));
}

/**
 * Keeps of a job’s page what its leaves ask for and nobody has asked for on this device; its log as it is now. `page` says whether
 * the page itself came before there was a worker to keep it.
 */
export async function keepAll(page: boolean): Promise<void> {
  const job = jobHere();
  const asked = job === undefined ? [] : [...ASKED.map((one) => `/api/jobs/${job}/${one}`), '/api/catalog'];
  const known = await Promise.all(asked.map((address) => caches.match(address)));
  const missing = asked.filter((address, i) => !known[i] || address.endsWith('/log'));
  await keep([...(page ? [location.href] : []), ...missing]);
}

/** Takes away what is kept of the shop on this device: whoever signs out leaves nothing to be read. */
export async function forgetKept(): Promise<void> {
  if (typeof caches === 'undefined') return;
  await Promise.allSettled([PAGES, ANSWERS].map((name) => caches.delete(name)));
}

const SOON_MS = 1500;
let soon: ReturnType<typeof setTimeout> | undefined;
/** Keeps a job’s page anew a moment after what was changed is stored; once for many changes. */
export function keepSoon(): void {
  if (NOT_KEPT !== null || import.meta.env.DEV) return;
  clearTimeout(soon);
  soon = setTimeout(() => void keep([location.href]), SOON_MS);
}
