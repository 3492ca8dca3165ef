import { defineMiddleware } from 'astro:middleware';
import { contextOf, type Context } from '../server/context';
import { PERSON_COOKIE } from '../server/currentUser';
import { database } from '../server/database';
import { failure, refuse } from '../server/endpoint';
import { queue } from '../server/queue';

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Whether a change was asked for by a page of another site: browsers say where such a request comes from. */
function foreign({ method, headers }: Request): boolean {
  if (READING.has(method)) return false;
  const origin = headers.get('origin');
  if (origin === null) return headers.get('sec-fetch-site') === 'cross-site';
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}

/** The one way into the server: who asks, from where, and what a page shows when it fails. */
export const onRequest = defineMiddleware(async ({ request, url, cookies, locals }, next) => {
  // The first request of a server process, which is whether it is up, opens its queue.
  void queue().catch((error: unknown) =>
    console.error('the queue:', error instanceof Error ? error.message : error),
  );
  if (foreign(request))
    return refuse({ status: 403, message: 'Another site asked for this change; it was not made.' });
  let context: Promise<Context> | undefined;
  locals.context = () => (context ??= contextOf(database(), cookies.get(PERSON_COOKIE)?.value));
  try {
    return await next();
  } catch (error) {
    const refusal = failure(error, `${request.method} ${url.pathname}`);
    return new Response(refusal.message, {
      status: refusal.status,
      headers: {
        'content-type': 'text/plain; charset=utf-8',
        ...(refusal.status === 503 ? { 'retry-after': '2' } : {}),
      },
    });
  }
});
