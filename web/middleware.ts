import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware } from 'astro:middleware';
import { senderOf, sessionIn } from '../server/accounts/sessions';
import { programIn } from '../server/accounts/tokens';
import { now } from '../server/clock';
import { policyWith } from '../server/contentPolicy';
import { contextOf, type Context } from '../server/context';
import { database } from '../server/database';
import { failure, refuse } from '../server/endpoint';
import { answerWith, pageCache, snapshotOf, type Drawn } from '../server/pageCache';
import { logger, wordsOf } from '../server/monitor/logger';
import { counted } from '../server/monitor/metrics';
import { atWork } from '../server/queue/atWork';
import { isForAnybody, signInAddress } from './state/doors';

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);
const cached = pageCache();

/** Whether a change was asked for by a page of another site: browsers say where such a request comes from. */
function foreign({ method, headers }: Request): boolean {
  if (READING.has(method)) return false;
  const origin = headers.get('origin');
  if (origin === null) return headers.get('sec-fetch-site') === 'cross-site';
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}

async function drawn(next: () => Promise<Response>): Promise<Drawn> {
  const answer = await next();
  const headers = new Headers(answer.headers);
  headers.set('content-security-policy', policyWith(headers.get('content-security-policy')));
  return { status: answer.status, headers: [...headers], html: await answer.text() };
}

/** Who asks, from where, and what a page shows when it fails. */
async function answered(
  { request, url, clientAddress, locals, redirect }: APIContext,
  next: MiddlewareNext,
): Promise<Response> {
  // The first request of a server process, which is whether it is up, opens its queue.
  void atWork().catch((error: unknown) => logger.error(`the queue: ${wordsOf(error)}`));
  // A page that says what is missing is drawn within the one that was asked for: it has come through here already.
  if (locals.missing !== undefined) return next();
  if (foreign(request))
    return refuse({ status: 403, message: 'Another site asked for this change; it was not made.' });
  const sender = senderOf(request.headers, clientAddress);
  let context: Promise<Context> | undefined;
  let session: ReturnType<typeof sessionIn> | undefined;
  const signedIn = () =>
    (session ??= programIn(database(), request.headers, url).then((program) =>
      program === undefined ? sessionIn(database(), sender) : program,
    ));
  locals.context = () =>
    (context ??= signedIn().then((known) =>
      contextOf(database(), { sender, address: clientAddress, origin: url.origin, signedIn: known }),
    ));
  try {
    if (url.pathname.startsWith('/api/') || request.method !== 'GET') return await next();
    const known = await signedIn();
    if (!known && !isForAnybody(url.pathname)) return redirect(signInAddress(url), 303);
    // A page is drawn once for whoever reads the same data as the same person in the same minute.
    const minute = Math.floor(now().getTime() / 60_000);
    const who = `${known?.personId ?? ''} ${known?.by ?? ''}`;
    const seen = known?.seen ?? (await snapshotOf(database().everyShop));
    const key = [url.pathname, url.search, who, minute, seen].join('\n');
    return await answerWith(await cached(key, () => drawn(next)), request.headers.get('accept-encoding'));
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
}

/** The one way into the server; what comes in is counted. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, routePattern, locals } = context;
  if (locals.missing !== undefined) return answered(context, next);
  const from = performance.now();
  const answer = await answered(context, next);
  counted(request.method, routePattern, answer.status, performance.now() - from);
  return answer;
});
