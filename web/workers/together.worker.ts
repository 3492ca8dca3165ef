import { expose } from 'comlink';
import type { Build } from '../../core/format/build';
import { freeLimitsSchema } from '../../core/format/freeLimits';
import type { FreeKind } from '../../core/format/names';
import type { Offer, Pricing } from '../../core/together/offers';
import { together, type Cures } from '../../core/together/together';
import { toldSearch } from './toldSearch';

export type TogetherStep = { tried: number; of: number; offers: Offer[] };

/** The search for what frees a build, by changes that work together. It is stopped by ending its worker. */
const api = {
  search: (
    build: Build,
    avoid: readonly FreeKind[],
    pricing: Pricing,
    tell: (step: TogetherStep) => void,
  ): Promise<Cures> =>
    toldSearch(
      together(build, freeLimitsSchema.parse({ avoid }), pricing),
      ({ offers }) => offers.length,
      tell,
    ),
};
export type TogetherApi = typeof api;

expose(api);
