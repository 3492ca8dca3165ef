import type { Fault } from '../../core/format/fields';
import { refusalText } from '../../core/wording';
import { $units } from './units';

/** What an endpoint answered, or that it could not be reached. */
export type Answer<T> =
  | { kind: 'ok'; value: T }
  | { kind: 'refused'; status: number; message: string; faults: Fault[]; current?: unknown }
  /** Nobody was there, or it was not able to: `why` is what it said. */
  | { kind: 'unreachable'; why?: string };

let onSignedOut: () => void = () => undefined;
/** What is done where the server knows nobody any more: the page says so, once. */
export function whenSignedOut(listener: () => void): void {
  onSignedOut = listener;
}

/** Browsers carry on with no more than 64 KiB once a page is left, of all its requests together; letters may be more bytes than one. */
const MOST_OUTLIVING = 30_000;

/**
 * One request to the server. Never throws: a lost connection is an answer like any other. A text or a file goes as it is. What
 * `outlives` its page arrives though the page is left meanwhile, where it is small enough; it must bear being sent twice.
 */
export async function send<T>(
  method: string,
  path: string,
  body?: unknown,
  { type = 'application/json', outlives = false }: { type?: string; outlives?: boolean } = {},
): Promise<Answer<T>> {
  try {
    const sent = typeof body === 'string' || body instanceof Blob ? body : JSON.stringify(body);
    const keepalive = outlives && typeof sent === 'string' && sent.length < MOST_OUTLIVING;
    const request = (alive: boolean): Promise<Response> =>
      fetch(path, {
        method,
        ...(sent === undefined ? {} : { body: sent, headers: { 'content-type': type }, keepalive: alive }),
      });
    // More than the browser carries on with at once is refused by it unsent.
    const response = keepalive ? await request(true).catch(() => request(false)) : await request(false);
    const read = (await response.json()) as unknown;
    if (response.ok) return { kind: 'ok', value: read as T };
    const {
      message = `The server answered ${response.status}.`,
      faults = [],
      current,
    } = read as {
      message?: string;
      faults?: Fault[];
      current?: unknown;
    };
    // Signed out: nothing was refused for what it says, and all of it is sent again by whoever signs in.
    if (response.status === 401) {
      onSignedOut();
      return { kind: 'unreachable', why: 'You are signed out; sign in to go on.' };
    }
    // A gateway that stands in for a server that is down is a lost connection, not a refusal.
    if (response.status >= 502 && response.status <= 504)
      return { kind: 'unreachable', ...(response.status === 503 ? { why: message } : {}) };
    return { kind: 'refused', status: response.status, message, faults, current };
  } catch {
    return { kind: 'unreachable' };
  }
}

/** What a refusal says first, or that there was nobody to ask: a line to show. `bare` leaves out where the fault is. */
export function refusalWords(answer: Exclude<Answer<unknown>, { kind: 'ok' }>, bare = false): string {
  if (answer.kind === 'unreachable')
    return answer.why ?? 'No connection: not stored. Try again when it is back.';
  const [fault] = answer.faults;
  if (!fault) return answer.message;
  const words = refusalText(fault.message, $units.get());
  return bare ? words : `${fault.path} ${words}`;
}
