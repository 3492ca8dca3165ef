/** Where pages are kept on a device, and what they asked the server for. */
export const PAGES = 'vexlo-pages';
export const ANSWERS = 'vexlo-answers';

/** What is only true while there is a server, or too large to be kept unasked. */
const NEVER =
  /\/(versions|where|events|stream|health|metrics|export|backup)\b|\.(pdf|dxf|csv|zip|ply)$|\/devices?\b|\/fleet\b|^\/(for|sign-in|enter)\b|^\/api\/(for|session|people)/;

/** The kept copy that may answer for an address where the server does not; undefined where none may. */
export function isKept(url: URL, destination: string): typeof PAGES | typeof ANSWERS | undefined {
  const { pathname } = url;
  if (NEVER.test(pathname)) return undefined;
  if (pathname.startsWith('/api/')) return ANSWERS;
  // Scripts, styles and fonts are kept by their hashes; a page is what is left.
  return destination === '' || destination === 'document' ? PAGES : undefined;
}

/** The name under which a page is kept: leaves and stages of a job share theirs. */
export function keyOf(address: string): string {
  const url = new URL(address);
  const job = /^\/jobs\/(\d+)(?:\/(?!compare|papers)[a-z]+)?\/?$/.exec(url.pathname)?.[1];
  return job === undefined ? `${url.origin}${url.pathname}${url.search}` : `${url.origin}/jobs/${job}`;
}
