/** The people of the demo shop, by what they are. */
export const DEMO = { owner: 1, fitter: 2, planner: 3, viewer: 4 } as const;

/** The cookies of an answer, as a browser sends them back. */
export const cookiesOf = (answer: Response): string =>
  answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0] ?? '')
    .filter((cookie) => !cookie.endsWith('='))
    .join('; ');

/** Comes into the demo shop of a server by a press; answers the cookie that says so from now on. */
export async function cookieAt(url: string, person: number = DEMO.owner): Promise<string> {
  const answer = await fetch(`${url}/api/session/press`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person }),
    signal: AbortSignal.timeout(60_000),
  });
  if (!answer.ok) throw new Error(`nobody came in at ${url}: ${answer.status} ${await answer.text()}`);
  return cookiesOf(answer);
}

/** The same as `fetch`, of somebody who is signed in there. */
export async function fetchAs(url: string, person: number = DEMO.owner) {
  const cookie = await cookieAt(url, person);
  return (path: string, init: RequestInit = {}): Promise<Response> => {
    const headers = new Headers(init.headers);
    if (!headers.has('cookie')) headers.set('cookie', cookie);
    return fetch(`${url}${path}`, { redirect: 'manual', ...init, headers });
  };
}

/** Sends JSON to a server, of whoever's cookie it is; of nobody without one. The server may be there later. */
export const sendTo =
  (server: () => { url: string }) =>
  (method: string, path: string, body?: unknown, cookie = ''): Promise<Response> =>
    fetch(`${server().url}${path}`, {
      method,
      redirect: 'manual',
      headers: { ...(cookie ? { cookie } : {}), 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
