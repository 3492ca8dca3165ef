import type { Database, Queryable } from '../../data/client';
import type { Outcome } from '../errors';
import { inTransaction } from '../inTransaction';
import type { Judged, Pair } from './columns';
import { Busy, inThread } from './pool';

/** The columns of some pairs, one for each. Known at once, or the transaction is run again when they are. */
export type Judge = <const T extends readonly Pair[]>(pairs: T) => { -readonly [K in keyof T]: Judged };

class NotYetJudged extends Error {
  constructor(readonly pairs: readonly Pair[]) {
    super('not yet judged');
  }
}

/** Each round judges what the one before asked for; others may change what is asked for meanwhile, but not for ever. */
const MOST_ROUNDS = 5;
const keyOf = (pair: Pair): string => JSON.stringify([pair.vehicle, pair.document]);

/**
 * A transaction that needs verdicts: what it asks for is worked out outside of it, in threads, and it is run again. So no
 * connection, and no lock, is held while a wheel is swept. The work must do nothing but read and write in the transaction.
 */
export async function judgedTransaction<T>(
  db: Database,
  work: (tx: Queryable, judge: Judge) => Promise<Outcome<T>>,
  /** What it will ask for, as far as is known before: worked out first, it is run once. */
  foreseen: readonly Pair[] = [],
): Promise<Outcome<T>> {
  const known = new Map<string, Judged>();
  const judgeAll = async (pairs: readonly Pair[]): Promise<void> => {
    const wanted = new Map(pairs.map((pair) => [keyOf(pair), pair]));
    await Promise.all(
      [...wanted].map(async ([key, pair]) => {
        if (!known.has(key)) known.set(key, await inThread('columns', pair));
      }),
    );
  };
  await judgeAll(foreseen);
  const judge = (pairs: readonly Pair[]): Judged[] =>
    pairs.map((pair) => {
      const found = known.get(keyOf(pair));
      if (!found) throw new NotYetJudged(pairs);
      return found;
    });
  for (let round = 0; round < MOST_ROUNDS; round++)
    try {
      return await inTransaction(db, (tx) => work(tx, judge as Judge));
    } catch (error) {
      if (!(error instanceof NotYetJudged)) throw error;
      await judgeAll(error.pairs);
    }
  throw new Busy('what is judged here keeps changing');
}
