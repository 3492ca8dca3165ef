import type { Fault } from '../core/format/fields';
import type { Result } from '../core/result';

/** Why the server will not do what was asked; the status is HTTP's. Each is sent as `{ message, faults?, current? }`. */
export type Refusal =
  | { status: 400 | 401 | 403 | 404 | 405 | 413 | 415 | 429 | 500 | 503; message: string }
  | { status: 422; message: string; faults: Fault[] }
  | { status: 409; message: string; current: unknown };

export type Outcome<T> = Result<T, { refusal: Refusal }>;

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const refused = (refusal: Refusal): Outcome<never> => ({ ok: false, refusal });
export const missing = (what: string): Outcome<never> =>
  refused({ status: 404, message: `There is no such ${what}; it may have been removed.` });
export const faulty = (faults: Fault[]): Outcome<never> =>
  refused({ status: 422, message: 'Nothing was stored. See what to put right below.', faults });
/** Somebody else was faster: nothing was overwritten, and what stands now goes along. */
export const conflict = (what: string, current: unknown): Outcome<never> =>
  refused({
    status: 409,
    message: `${what} changed by someone else since; nothing was overwritten.`,
    current,
  });
