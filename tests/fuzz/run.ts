import { cookieAt } from '../signedIn';
import type { Asked } from './mangle';

export type Odd = { asked: Asked; status: number; text: string; ms: number };
export type Outcome = { asked: number; byStatus: Record<string, number>; slowestMs: number; odd: Odd[] };

/** No answer may take longer, however slow the machine: a hang is a fault. */
const LONGEST_MS = 60_000;

/**
 * Asks again, once, where the line was cut before anything was answered: a server closes one that was idle for some seconds, and
 * whoever begins to speak at that moment is cut off. A request that cuts its line by what it is does so again.
 */
async function onOpenLine(ask: () => Promise<Response>): Promise<Response> {
  try {
    return await ask();
  } catch (error) {
    const { code } = ((error as Error).cause ?? {}) as { code?: string };
    if (code !== 'ECONNRESET' && code !== 'UND_ERR_SOCKET') throw error;
    return ask();
  }
}

/** Sends mangled requests, some at a time, and keeps what no request may be answered with: a fault of ours, a hang, or no words. */
export async function fuzz(url: string, next: () => Asked, count: number, atOnce = 8): Promise<Outcome> {
  const cookie = await cookieAt(url);
  const outcome: Outcome = { asked: 0, byStatus: {}, slowestMs: 0, odd: [] };
  const one = async (): Promise<void> => {
    while (outcome.asked < count) {
      outcome.asked++;
      const asked = next();
      const from = performance.now();
      let status = 0;
      let text = '';
      let type = '';
      try {
        const answer = await onOpenLine(() =>
          fetch(`${url}${asked.path}`, {
            method: asked.method,
            headers: { cookie, ...asked.headers },
            redirect: 'manual',
            signal: AbortSignal.timeout(LONGEST_MS),
            ...(asked.body ? { body: new Uint8Array(asked.body) } : {}),
          }),
        );
        ({ status } = answer);
        type = answer.headers.get('content-type') ?? '';
        // A stream of events has no end: its first word is enough.
        if (type.startsWith('text/event-stream')) await answer.body?.cancel();
        else text = await answer.text();
      } catch (error) {
        text = error instanceof Error ? `${error.message} ${String(error.cause ?? '')}` : String(error);
      }
      const ms = performance.now() - from;
      outcome.slowestMs = Math.max(outcome.slowestMs, ms);
      outcome.byStatus[status] = (outcome.byStatus[status] ?? 0) + 1;
      const inWords = status < 400 || (type.includes('json') && /"message":"[^"]/.test(text));
      if (status === 0 || (status >= 500 && status !== 503) || !inWords)
        outcome.odd.push({ asked, status, text: text.slice(0, 300), ms });
    }
  };
  await Promise.all(Array.from({ length: atOnce }, one));
  return outcome;
}

export const oddWords = ({ odd }: Outcome): string[] =>
  odd
    .slice(0, 12)
    .map(
      ({ asked, status, text }) =>
        `${status} ${asked.method} ${asked.path} ${JSON.stringify(asked.headers)} ${asked.body?.toString('utf8').slice(0, 200) ?? ''} → ${text}`,
    );
