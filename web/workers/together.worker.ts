import { expose } from 'comlink';
import type { Build } from '../../core/format/build';
import type { FreeLimits } from '../../core/format/freeLimits';
import type { Offer, Pricing } from '../../core/together/offers';
import { together, type Cures } from '../../core/together/together';

/** How often it says how far it is, ms; an offer is told at once. */
const TELL_MS = 250;

export type TogetherStep = { tried: number; of: number; offers: Offer[] };

/** The search for what frees a build, by changes that work together. It is stopped by ending its worker. */
const api = {
  async search(
    build: Build,
    limits: FreeLimits,
    pricing: Pricing,
    tell: (step: TogetherStep) => void,
  ): Promise<Cures> {
    const search = together(build, limits, pricing);
    let told = -Infinity;
    let known = 0;
    for (;;) {
      const step = search.next();
      if (step.done) return step.value;
      const { offers } = step.value;
      if (performance.now() - told < TELL_MS && offers.length === known) continue;
      tell(step.value);
      [told, known] = [performance.now(), offers.length];
      await new Promise((resolve) => setTimeout(resolve));
    }
  },
};
export type TogetherApi = typeof api;

expose(api);
