import { expose } from 'comlink';
import { wayTo, type WishAsked, type Wished } from '../../core/wish/wayTo';
import { toldSearch } from './toldSearch';

/** The search for the whole way to a wish. It is stopped by ending its worker. */
const api = {
  search: (asked: WishAsked, tell: (wished: Wished) => void): Promise<Wished> =>
    toldSearch(
      wayTo(asked),
      ({ ways }) => ways.map(({ price, chance }) => `${price.totalCents} ${chance !== undefined}`).join(),
      tell,
    ),
};
export type WishApi = typeof api;

expose(api);
