import { expose } from 'comlink';
import type { Build } from '../../core/format/build';
import { judgedAs, spaceOf, type SearchChange, type Offers } from '../../core/search/searchSpace';
import { searchLift, type LiftSearch } from '../../core/search/liftSearch';
import { prepare, type Prepared } from '../../core/search/prepared';
import type { Tally } from '../../core/search/tally';
import type { Limits } from '../../core/format/searchLimits';

/** How long it judges before it looks whether it was told to stop, ms; how often it says what it has, ms. */
const TURN_MS = 40;
const TELL_MS = 500;

export type Head = Pick<Prepared, 'total' | 'early'>;
export type LiftTally = { tally: Tally; done: boolean };

let prepared: Prepared | undefined;
/** The lift that was begun and not ended: it goes on where it was stopped. */
let begun: { lift: number; search: LiftSearch } | undefined;
/** Each opening or pause makes what ran before it an old run. */
let run = 0;
let fits = 200;

/** One of several that judge the lifts of a search, each all of a lift. What they do not share is told to them by `open`. */
const api = {
  /** Nothing, so that it is there when it is wanted. */
  ready: (): void => undefined,
  open(base: Build, offers: Offers, may: readonly SearchChange[], limits: Limits): Head {
    run++;
    begun = undefined;
    prepared = prepare(spaceOf(judgedAs(base, limits), offers, new Set(may)), limits);
    return { total: prepared.total, early: prepared.early };
  },
  pause(): void {
    run++;
  },
  /** Judges a lift until it is done or paused. */
  async judge(lift: number, tell: (tally: Tally) => void): Promise<LiftTally> {
    if (!prepared) throw new Error('no search was opened');
    const mine = ++run;
    if (begun?.lift !== lift) begun = { lift, search: searchLift(prepared, lift) };
    const { search } = begun;
    let told = performance.now();
    while (!search.done && run === mine) {
      const from = performance.now();
      search.step(fits);
      const took = performance.now() - from;
      // A lift begins with its silhouettes, which no number of wheels makes shorter.
      if (took < TURN_MS / 2) fits = Math.min(20_000, fits * 2);
      else if (took > TURN_MS * 2) fits = Math.max(50, Math.floor(fits / 2));
      if (performance.now() - told > TELL_MS) {
        tell(search.tally());
        told = performance.now();
      }
      await new Promise((resolve) => setTimeout(resolve));
    }
    return { tally: search.tally(), done: search.done };
  },
};
export type LiftApi = typeof api;

expose(api);
