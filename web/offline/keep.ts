/** Why nothing is kept on this device, for whoever asks; null where it is. */
export const NOT_KEPT: string | null =
  typeof navigator !== 'undefined' && 'serviceWorker' in navigator
    ? null
    : 'This address is no secure one: without a connection only a page that is open goes on. Over https, or on this machine itself, jobs that were opened stay readable.';

/** Has this page kept as it is on the server now, and what it asked for on the way. */
async function keepPage(): Promise<void> {
  if (!navigator.serviceWorker.controller) return;
  const asked = performance
    .getEntriesByType('resource')
    .filter((one) => (one as PerformanceResourceTiming).initiatorType === 'fetch')
    .map(({ name }) => name)
    .filter((name) => /\/api\/jobs\/\d+\/[a-z-]+$/.test(new URL(name).pathname));
  await Promise.allSettled([location.href, ...new Set(asked)].map((address) => fetch(address)));
}

const SOON_MS = 1500;
let soon: ReturnType<typeof setTimeout> | undefined;
/** The same a moment later, once for many askers: after what was changed is stored. */
export function keepSoon(): void {
  if (NOT_KEPT !== null || import.meta.env.DEV) return;
  clearTimeout(soon);
  soon = setTimeout(() => void keepPage().catch(() => undefined), SOON_MS);
}
