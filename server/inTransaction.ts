import { transaction, type Database, type Transaction } from '../data/client';
import type { Outcome } from './errors';

class Refused extends Error {
  constructor(readonly outcome: Outcome<never>) {
    super('refused');
  }
}

/** Runs work in a transaction that is rolled back when the work throws or refuses: nothing half-saved. */
export async function inTransaction<T>(
  db: Database,
  work: (tx: Transaction) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  try {
    return await transaction(db, async (tx) => {
      const outcome = await work(tx);
      if (!outcome.ok) throw new Refused({ ok: false, refusal: outcome.refusal });
      return outcome;
    });
  } catch (error) {
    if (error instanceof Refused) return error.outcome;
    throw error;
  }
}
