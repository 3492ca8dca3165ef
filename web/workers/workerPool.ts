import { stateOf, type SearchState } from '../../core/search/search';
import type { Tally } from '../../core/search/tally';
import type { Head, LiftTally } from './lift.worker';

/** One of the workers that judge lifts, as its crew sees it. */
export type WorkerHandle<Asked extends readonly unknown[]> = {
  open: (...asked: Asked) => Promise<Head>;
  judge: (lift: number, tell: (tally: Tally) => void) => Promise<LiftTally>;
  pause: () => Promise<void>;
};

export type WorkerPool = {
  /** All that is known so far; null before the first lift has anything to say. */
  state: () => SearchState | null;
  readonly running: boolean;
  /** Goes on until all is judged or it is stopped; true where all is judged. */
  work: () => Promise<boolean>;
  /** Stops it; what it then knows is all that it knows until it goes on. */
  stop: () => Promise<void>;
};

/**
 * One search divided over hands, a lift at a time: whoever is free takes the next, and who was stopped goes on with the lift
 * that was begun. What each lift gave is kept by its number, so that the answer does not depend on who was first.
 */
export function poolOf<Asked extends readonly unknown[]>(
  hands: readonly WorkerHandle<Asked>[],
  lifts: number,
  asked: Asked,
): WorkerPool {
  const tallies: (Tally | undefined)[] = Array.from({ length: lifts });
  const ended = new Set<number>();
  const begun = new Map<WorkerHandle<Asked>, number>();
  const opened = new Map<WorkerHandle<Asked>, Promise<Head>>();
  let next = 0;
  let head: Head | undefined;
  let run = 0;
  let running = false;
  let toiling: Promise<unknown> = Promise.resolve();

  async function toil(hand: WorkerHandle<Asked>, mine: number): Promise<void> {
    const opening = opened.get(hand) ?? hand.open(...asked);
    opened.set(hand, opening);
    head = await opening;
    while (run === mine) {
      const lift = begun.get(hand) ?? next++;
      if (lift >= lifts) return;
      begun.set(hand, lift);
      const { tally, done } = await hand.judge(lift, (sofar) => {
        if (!ended.has(lift)) tallies[lift] = sofar;
      });
      tallies[lift] = tally;
      if (!done) return;
      ended.add(lift);
      begun.delete(hand);
    }
  }

  return {
    state: () => {
      const known = tallies.filter((one) => one !== undefined);
      return head && known.length > 0 ? stateOf(head, known, ended.size === lifts) : null;
    },
    get running() {
      return running;
    },
    work: async () => {
      const mine = ++run;
      running = true;
      try {
        toiling = Promise.all(hands.map((hand) => toil(hand, mine)));
        await toiling;
      } finally {
        if (run === mine) running = false;
      }
      return ended.size === lifts;
    },
    stop: async () => {
      run++;
      running = false;
      for (const hand of hands) void hand.pause();
      // A hand ends the turn that it is in. Whoever waits for the work is told where it failed.
      await toiling.catch(() => undefined);
    },
  };
}
