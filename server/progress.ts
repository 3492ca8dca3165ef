import type { Queryable } from '../data/client';
import { dropProgressBefore, noteProgress } from '../data/progress';
import { logger, wordsOf } from './monitor/logger';

/** Told how far something is. */
export type Tell = (count: number, of: number) => void;

/** What is told is kept as long, and is told no more often, ms. */
const KEPT_MS = 120_000;
const TELL_MS = 300;

/**
 * Tells how far something long is under the ticket that whoever waits for it made up; nobody waits without one. It is told on a connection
 * of its own, beside the transaction that it is of: nobody else would see it there.
 */
export function tellerOf(db: Queryable, ticket: string | undefined): Tell {
  if (ticket === undefined) return () => undefined;
  let last = -Infinity;
  let telling = Promise.resolve();
  const next = (work: () => Promise<void>): void => {
    telling = telling
      .then(work)
      .catch((error: unknown) => logger.warn(`progress was not told: ${wordsOf(error)}`));
  };
  next(() => dropProgressBefore(db, new Date(Date.now() - KEPT_MS)));
  return (count, of) => {
    const now = performance.now();
    if (now - last < TELL_MS) return;
    last = now;
    next(() => noteProgress(db, ticket, { count, of }, new Date()));
  };
}
