import type { Fault } from '../core/format/fields';

/** What an endpoint answers when it will not do what was asked; the status is HTTP's. */
export type Refusal =
  | { status: 400 | 404; message: string }
  | { status: 422; message: string; faults: Fault[] }
  | { status: 409; message: string; current: unknown };

export type Outcome<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const missing = (what: string): Outcome<never> => ({
  ok: false,
  refusal: { status: 404, message: `There is no such ${what}; it may have been removed.` },
});
export const faulty = (faults: Fault[]): Outcome<never> => ({
  ok: false,
  refusal: { status: 422, message: 'Nothing was stored. See what to put right below.', faults },
});
