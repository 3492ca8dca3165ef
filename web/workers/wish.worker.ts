import { expose } from 'comlink';
import { freeLimitsSchema } from '../../core/format/freeLimits';
import type { FreeKind } from '../../core/format/names';
import { wayTo, type WishAsked, type Wished } from '../../core/wish/wayTo';
import { toldSearch } from './toldSearch';

/** The search for the whole way to a wish. It is stopped by ending its worker. */
const api = {
  search: (
    { avoid, ...asked }: Omit<WishAsked, 'free'> & { avoid: readonly FreeKind[] },
    tell: (wished: Wished) => void,
  ): Promise<Wished> =>
    toldSearch(
      wayTo({ ...asked, free: freeLimitsSchema.parse({ avoid }) }),
      ({ ways }) => ways.map(({ price, chance }) => `${price.totalCents} ${chance !== undefined}`).join(),
      tell,
    ),
};
export type WishApi = typeof api;

expose(api);
