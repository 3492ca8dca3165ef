import { searchLift, type LiftSearch } from './liftSearch';
import { prepare, type Prepared } from './prepared';
import type { Space } from './space';
import { mergeCounts, type Tally } from './tally';
import type { Limits } from '../format/searchLimits';

export type SearchState = Tally & {
  /** How many packages there are. */
  total: number;
  done: boolean;
};

export type Search = {
  /** All as it stands, put together where it is asked for. */
  readonly state: SearchState;
  readonly done: boolean;
  /** Judges some more, about `fits` wheels on a lift; resumes where it stopped. Nothing happens when all is judged. */
  step: (fits: number) => void;
};

/** A search as it stands from what fell before its lifts and from what is known of each, in the order of the lifts. */
export function stateOf(
  { total, early }: Pick<Prepared, 'total' | 'early'>,
  lifts: readonly Tally[],
  done: boolean,
): SearchState {
  return { ...mergeCounts([early, ...lifts]), total, done };
}

/**
 * A search over a space within limits. Hub, load and price first, then for each lift the silhouettes of both corners once and
 * every wheel against them, then what is left against lock, gearing and rules. The same packages, limits and order give the
 * same answer, however it is divided into steps. `everything` keeps the dominated packages too.
 */
export function startSearch(space: Space, limits: Limits, everything = false): Search {
  const prepared = prepare(space, limits);
  const settled: Tally[] = [];
  let lift: LiftSearch | undefined;
  const done = (): boolean => settled.length >= space.lifts.length;
  return {
    get state() {
      return stateOf(prepared, [...settled, ...(lift ? [lift.tally()] : [])], done());
    },
    get done() {
      return done();
    },
    step: (fits) => {
      for (let left = fits; left > 0 && !done();) {
        lift ??= searchLift(prepared, settled.length, everything);
        left = lift.step(left);
        if (!lift.done) continue;
        settled.push(lift.tally());
        lift = undefined;
      }
    },
  };
}
